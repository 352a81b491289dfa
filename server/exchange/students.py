"""Whom the lines of a table are about: by number, e-mail, alias or name, in either order and without accents."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field

from school.models import Person, Student
from school.texts import plain

from exchange.columns import by_heads, folded

NAMING = ("number", "family_name", "given_name", "full_name", "email", "alias")
"""What a column can say of whom a line is about."""

_FOOT = (
    "mean",
    "average",
    "median",
    "total",
    "sum",
    "deviation",
    "highest",
    "lowest",
    "count",
    "max",
    "min",
    "class mean",
    "class average",
)
"""What stands before a line that is about nobody."""


def naming_columns(row: Sequence[str]) -> dict[str, int]:
    """The places of the columns that say whom a line is about, by what they say, from a line of heads."""
    found = {field: place for place, field in by_heads(row).items() if field in NAMING}
    for place, head in enumerate(row):
        if folded(head) in ("alias", "pseudonym", "code name"):
            found.setdefault("alias", place)
    return found


@dataclass(frozen=True)
class Asked:
    """A line of which it has to be said whom it is about: what it says, and who it may be (empty where that is anybody)."""

    line: int
    said: str
    words: str
    may_be: Sequence[int] = ()


@dataclass
class Paired:
    """Students by the line (1 is the first) that is about them, and lines to be asked about."""

    students: dict[int, Student] = field(default_factory=dict)
    asked: list[Asked] = field(default_factory=list)


class Roster:
    """Students, such as those of a class, by all that a line can say of them."""

    def __init__(self, students: Iterable[Student]) -> None:
        self.students = {each.pk: each for each in students}
        self._by: dict[str, dict[str, list[Student]]] = {"number": {}, "alias": {}, "email": {}, "name": {}}
        emails = dict(
            Person.objects.filter(student__in=self.students).exclude(email="").values_list("student", "email")
        )
        for each in self.students.values():
            self._put("number", _number(each.number), each)
            self._put("alias", each.alias.casefold(), each)
            self._put("name", _name(f"{each.given_name} {each.family_name}"), each)
            if each.pk in emails:
                self._put("email", emails[each.pk].casefold(), each)

    def _put(self, what: str, key: str, student: Student) -> None:
        self._by[what].setdefault(key, []).append(student)

    def called(self, name: str) -> Student | None:
        """Who alone is called so, by number, alias or name; None for nobody, and for several."""
        known = self.find({"number": name}) or self.find({"alias": name}) or self.find({"full_name": name})
        return known[0] if len(known) == 1 else None

    def find(self, said: Mapping[str, str]) -> list[Student]:
        """Who a line may be about: by what tells people apart first, and only then by name."""
        keys = {
            "number": _number(said.get("number", "")),
            "alias": said.get("alias", "").casefold(),
            "email": said.get("email", "").casefold(),
        }
        for what, key in keys.items():
            if key and (found := self._by[what].get(key)):
                return found
        if keys["number"]:
            return []
        whole = said.get("full_name") or f"{said.get('given_name', '')} {said.get('family_name', '')}"
        return self._by["name"].get(_name(whole), []) if whole.strip() else []


def _number(text: str) -> str:
    """A number as it is compared: spreadsheets take leading noughts away, and put a sign before what is to stay text."""
    return text.strip().removeprefix("'").casefold().lstrip("0")


def _name(text: str) -> str:
    """The parts of a name in one order, however they stand: "Novák, Lena", "Lena Novak"."""
    return " ".join(sorted(plain(text.replace(",", " ")).replace("-", " ").split()))


def pair(
    rows: Sequence[Sequence[str]], first: int, naming: Mapping[str, int], roster: Roster, chosen: Mapping[str, int]
) -> Paired:
    """Whom each line from `first` on is about; `chosen` says so by line for those that were asked about."""
    paired = Paired()
    by_student: dict[int, int] = {}
    for line, row in enumerate(rows[first:], first + 1):
        said = {what: row[place].strip() for what, place in naming.items() if place < len(row) and row[place].strip()}
        if not any(each.strip() for each in row) or (said and all(folded(each) in _FOOT for each in said.values())):
            continue
        words = " ".join(
            said[what]
            for what in ("number", "given_name", "family_name", "full_name", "alias", "email")
            if what in said
        )
        found = [roster.students[chosen[str(line)]]] if chosen.get(str(line)) in roster.students else roster.find(said)
        if not said:
            paired.asked.append(Asked(line, "", "names nobody."))
        elif not found:
            paired.asked.append(Asked(line, words, "is nobody in this class by this name or number."))
        elif len(found) > 1:
            paired.asked.append(Asked(line, words, f"may be {len(found)} students.", [each.pk for each in found]))
        elif found[0].pk in by_student:
            paired.asked.append(Asked(line, words, f"stands in line {by_student[found[0].pk]} already."))
        else:
            by_student[found[0].pk] = line
            paired.students[line] = found[0]
    return paired
