"""Names as they are typed: without what is around and between them, no longer than they are kept, and as they are compared."""

import unicodedata

from school.refusal import Refused


def name_of(text: str, longest: int, field: str = "name") -> str:
    """A name of at most so many characters. Raises Refused, naming the field, where there is none, or it is longer."""
    bare = " ".join(text.split())
    if not bare:
        raise Refused("A name is missing.", field)
    if len(bare) > longest:
        raise Refused(f"{bare[:30]}… has {len(bare)} characters; at most {longest} fit.", field)
    return bare


def bare_code(text: str) -> str:
    """A code as it is compared, however it was typed: its letters and digits alone, in capitals."""
    return "".join(each for each in text.upper() if each.isalnum())


def plain(text: str) -> str:
    """A text without accents and case, to find and compare by."""
    spread = unicodedata.normalize("NFD", text.casefold())
    return "".join(letter for letter in spread if not unicodedata.combining(letter))
