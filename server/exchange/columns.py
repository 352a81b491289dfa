"""What the columns of a list of students are: proposed from their heads, changed by whoever loads it."""

import hashlib
import re
from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from school.refusal import Refused
from school.texts import plain

FIELDS: Mapping[str, str] = {
    "number": "number",
    "family_name": "family name",
    "given_name": "given name",
    "full_name": "whole name",
    "official_name": "official name",
    "pronouns": "pronouns",
    "class": "class and section",
    "class_name": "class",
    "section": "section",
    "email": "student’s e-mail",
    "guardian_name": "guardian’s name",
    "guardian_email": "guardian’s e-mail",
}
"""What a column can be, with the words for it."""

_WORDS: Mapping[str, tuple[str, ...]] = {
    "number": (
        "number",
        "no",
        "nr",
        "student no",
        "student number",
        "student id",
        "id",
        "adm no",
        "admission number",
        "admission no",
        "pupil number",
        "schulernummer",
        "schuler nr",
        "matrikelnummer",
        "numero",
        "numero eleve",
    ),
    "family_name": (
        "family name",
        "surname",
        "last name",
        "lastname",
        "nachname",
        "familienname",
        "nom",
        "nom de famille",
        "apellido",
        "apellidos",
    ),
    "given_name": (
        "given name",
        "forename",
        "first name",
        "firstname",
        "preferred name",
        "known as",
        "vorname",
        "rufname",
        "prenom",
        "nombre",
    ),
    "full_name": (
        "whole name",
        "full name",
        "name",
        "student",
        "student name",
        "pupil",
        "pupil name",
        "schuler",
        "schulerin",
        "eleve",
    ),
    "official_name": ("official name", "legal name", "amtlicher name"),
    "pronouns": ("pronouns", "pronoun", "pref pronoun", "preferred pronouns", "pronomen"),
    "class": (
        "class and section",
        "class",
        "group",
        "teaching group",
        "teaching set",
        "course and section",
        "klasse",
        "kurs",
        "classe",
        "clase",
    ),
    "class_name": ("course", "subject", "fach"),
    "section": ("section", "set", "abteilung", "gruppe"),
    "email": ("email", "e mail", "student email", "student e mail", "mail"),
    "guardian_name": (
        "guardian",
        "guardian name",
        "parent",
        "parent name",
        "carer",
        "parent carer",
        "eltern",
        "erziehungsberechtigte",
        "parents",
    ),
    "guardian_email": (
        "guardian email",
        "guardian e mail",
        "parent email",
        "parent e mail",
        "carer email",
        "e mail eltern",
        "email eltern",
        "mail eltern",
        "e mail der eltern",
        "parents email",
    ),
}
_ENOUGH = 2
"""So many known heads make a line the one that names the columns."""
LOOKED_AT = 15
"""Among so many lines the one that names the columns is sought."""


@dataclass(frozen=True)
class Columns:
    """Which line names the columns (None: none does), and what each column is by its place, where it is taken over."""

    head: int | None
    fields: Mapping[int, str]


def folded(head: str) -> str:
    """A head without case, accents, dots and dashes."""
    return " ".join(re.findall(r"[a-z0-9]+", plain(head)))


def propose(rows: Sequence[Sequence[str]]) -> Columns:
    """What the columns seem to be. Where no line names them, they are told by what stands in them."""
    for line, row in enumerate(rows[:LOOKED_AT]):
        found = by_heads(row)
        if len(found) >= _ENOUGH:
            return Columns(line, found)
    return Columns(None, _by_contents(rows))


def by_heads(row: Sequence[str]) -> dict[int, str]:
    """What the columns of a line of heads are, by their places, as far as they are known."""
    heads = [folded(each) for each in row]
    found: dict[int, str] = {}
    for field, words in _WORDS.items():
        place = min(
            (place for place, head in enumerate(heads) if head in words and place not in found),
            key=lambda each: words.index(heads[each]),
            default=None,
        )
        if place is not None:
            found[place] = field
    given = [place for place, field in found.items() if field == "full_name"]
    if given and "given_name" in found.values() and "family_name" not in found.values():
        # Beside a given name, "name" is the family's.
        found[given[0]] = "family_name"
    return found


def _by_contents(rows: Sequence[Sequence[str]]) -> dict[int, str]:
    width = max((len(row) for row in rows), default=0)
    found: dict[int, str] = {}
    words = iter(("family_name", "given_name"))
    for place in range(width):
        cells = [row[place].strip() for row in rows if place < len(row) and row[place].strip()]
        if not cells:
            continue
        if all("@" in each for each in cells):
            field: str | None = "email"
        elif all(re.fullmatch(r"\d+", each) for each in cells):
            field = "number"
        elif all("," in each for each in cells):
            field = "full_name"
        else:
            field = next(words, None) if "full_name" not in found.values() else None
        if field is not None and field not in found.values():
            found[place] = field
    return found


@dataclass(frozen=True)
class PairedColumn:
    """A column of a table as it is shown to be paired: its head, what stands in it first, and what it is taken for (empty: nothing)."""

    place: int
    head: str
    example: str
    field: str


def paired_columns(rows: Sequence[Sequence[str]], columns: Columns) -> list[PairedColumn]:
    """The columns in which anything stands, with what each is taken for."""
    heads = rows[columns.head] if columns.head is not None else []
    first = (columns.head + 1) if columns.head is not None else 0
    return [
        PairedColumn(
            place,
            heads[place].strip() if place < len(heads) else "",
            next((row[place].strip() for row in rows[first:] if place < len(row) and row[place].strip()), ""),
            columns.fields.get(place, ""),
        )
        for place in range(max((len(row) for row in rows), default=0))
        if place in columns.fields or any(place < len(row) and row[place].strip() for row in rows)
    ]


def read_pairing(given: Mapping[int, str], known: Mapping[str, str]) -> dict[int, str]:
    """What somebody says the columns are, by place. Raises Refused for a field that two columns have, or that is none of the `known`."""
    fields = {place: field for place, field in given.items() if field}
    for field, count in Counter(fields.values()).items():
        if field not in known:
            raise Refused("There is no such column.", "fields")
        if count > 1:
            raise Refused(f"Two columns are {known[field]}. Choose another for one of them.", "fields")
    return fields


def heads_key(row: Sequence[str]) -> str:
    """By which a file's heads are known again."""
    return hashlib.sha256("\n".join(folded(each) for each in row).encode()).hexdigest()
