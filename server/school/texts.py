"""Names as they are typed: without what is around and between them, and no longer than they are kept."""

from school.refusal import Refused


def name_of(text: str, longest: int) -> str:
    """A name of at most so many characters. Raises Refused where there is none, or it is longer."""
    bare = " ".join(text.split())
    if not bare:
        raise Refused("A name is missing.", "name")
    if len(bare) > longest:
        raise Refused(f"{bare[:30]}… has {len(bare)} characters; at most {longest} fit.", "name")
    return bare
