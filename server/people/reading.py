"""What a file says of people and rosters, whatever it is written in: students by number with their classes and guardians."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from exchange.columns import Columns
from exchange.tables import filled
from school.models import Role


@dataclass
class SaidGuardian:
    """A guardian as a file names them."""

    name: str
    email: str


@dataclass
class SaidStudent:
    """A student as a file names them: where it says nothing, a field is empty. `classes` are named as the file does."""

    line: int
    number: str
    given_name: str = ""
    family_name: str = ""
    official_name: str = ""
    pronouns: str = ""
    email: str = ""
    classes: dict[str, int] = field(default_factory=dict)
    """Each class with the line that names it."""
    guardians: list[SaidGuardian] = field(default_factory=list)
    has_left: bool = False

    @property
    def name(self) -> str:
        """The whole name."""
        return f"{self.given_name} {self.family_name}".strip()


@dataclass
class SaidTeacher:
    """A teacher or officer as a file names them, with the classes that they teach."""

    line: int
    given_name: str
    family_name: str
    email: str
    role: Role
    classes: list[str] = field(default_factory=list)


@dataclass
class SaidClass:
    """A class as a file names it."""

    line: int
    name: str
    section: str
    room: str = ""
    times: str = ""

    @property
    def called(self) -> str:
        """Name and section, as it is known by."""
        return f"{self.name} {self.section}".strip()


@dataclass
class Unread:
    """A line that cannot be taken, and why."""

    line: int
    name: str
    number: str
    words: str


@dataclass
class Said:
    """All that a file says. `tells_rosters`: whether who is not in a class that it names is to be taken for having left it."""

    students: list[SaidStudent] = field(default_factory=list)
    teachers: list[SaidTeacher] = field(default_factory=list)
    classes: list[SaidClass] = field(default_factory=list)
    unread: list[Unread] = field(default_factory=list)
    tells_rosters: bool = True


def read_list(rows: Sequence[Sequence[str]], columns: Columns, typed: Mapping[str, str]) -> Said:
    """A list of students, a line each, or a line for each class that they are in. `typed` are numbers that were typed for lines."""
    said = Said()
    by_number: dict[str, SaidStudent] = {}
    for line, row in filled(rows):
        if columns.head is not None and line <= columns.head + 1:
            continue
        cells = {name: row[place] for place, name in columns.fields.items() if place < len(row)}
        student = _student(line, cells)
        student.number = typed.get(str(line), student.number)
        formula = next((text for text in cells.values() if text.startswith("=")), None)
        if formula:
            said.unread.append(
                Unread(
                    line, student.name, student.number, "has a formula. Save the file with values in place of formulas."
                )
            )
            continue
        if not student.given_name or not student.family_name:
            said.unread.append(
                Unread(line, student.name, student.number, "has no whole name: a given and a family name are needed.")
            )
            continue
        known = by_number.get(student.number) if student.number else None
        if known is not None and known.name.casefold() == student.name.casefold():
            known.classes |= student.classes
            known.guardians += student.guardians
            continue
        said.students.append(student)
        if student.number:
            by_number.setdefault(student.number, student)
    return said


def _student(line: int, cells: Mapping[str, str]) -> SaidStudent:
    given, family = cells.get("given_name", ""), cells.get("family_name", "")
    if not (given and family) and cells.get("full_name"):
        given, family = split_name(cells["full_name"])
    student = SaidStudent(
        line,
        cells.get("number", "").removeprefix("'"),
        " ".join(given.split()),
        " ".join(family.split()),
        cells.get("official_name", ""),
        cells.get("pronouns", ""),
        cells.get("email", ""),
    )
    called = cells.get("class") or f"{cells.get('class_name', '')} {cells.get('section', '')}".strip()
    if (
        cells.get("class")
        and cells.get("section")
        and not called.casefold().endswith(f" {cells['section'].casefold()}")
    ):
        called = f"{called} {cells['section']}"
    if called:
        student.classes[called] = line
    if cells.get("guardian_email") or cells.get("guardian_name"):
        student.guardians.append(SaidGuardian(cells.get("guardian_name", ""), cells.get("guardian_email", "")))
    return student


def split_name(text: str) -> tuple[str, str]:
    """Given and family name of a whole one: "Novak, Lena" or "Lena Novak"."""
    if "," in text:
        family, given = text.split(",", 1)
        return given.strip(), family.strip()
    given, _, family = text.strip().rpartition(" ")
    return given, family
