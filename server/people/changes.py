"""What a file would change: each student, class, teacher or guardian that would come, change or leave, as one line that can be left out."""

from collections import Counter, defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from typing import Any, Literal

from django.db.models import Count, Q
from reports.standing import day_text, plural
from school.models import Enrolment, Guardianship, Person, Role, School, SchoolClass, SchoolYear, Student
from school.texts import plain
from scores.models import Score

from people.enrolling import what_goes_along
from people.reading import Said, SaidClass, SaidGuardian, SaidStudent, SaidTeacher, split_name

Kind = Literal["class", "come", "move", "leave", "rename", "change", "guardian", "teacher", "unread"]
MOST_LOOKED_INTO = 200
"""Of so many who change section it is told which scores go along; of more the count alone would take long."""
_SLIPS = str.maketrans({"O": "0", "o": "0", "I": "1", "l": "1", "S": "5", "B": "8"})
"""Letters that are typed in place of digits."""


@dataclass(frozen=True)
class Ask:
    """An answer that an officer can give to a line: under which name it is sent, and what the button says."""

    answer: str
    words: str


@dataclass
class Change:
    """One line of the draft. `was` and `becomes` are what changes; `note` what else is to be known; `asks` what can be answered.

    `is_on` is whether it is chosen unless the officer says otherwise. `data` is what applying it needs.
    """

    key: str
    kind: Kind
    line: int | None
    family_name: str
    given_name: str
    number: str
    was: str = ""
    becomes: str = ""
    note: str = ""
    asks: list[Ask] = field(default_factory=list)
    is_on: bool = True
    data: dict[str, Any] = field(default_factory=dict)


@dataclass
class Draft:
    """All that a file would change, in the order in which it is shown; how many students of the school it names, and how many of them
    stay as they are.
    """

    changes: list[Change]
    known: int
    same: int
    tells_rosters: bool = False
    """Whether the file's silence about somebody means something."""

    def counts(self) -> Counter[str]:
        """How many lines of each kind."""
        return Counter(each.kind for each in self.changes)


@dataclass
class _Known:
    """The school as it is, fetched in a number of queries that does not grow."""

    school: School
    year: SchoolYear
    students: list[Student]
    classes: dict[str, SchoolClass]
    enrolled: dict[int, set[int]]
    """Of each student the classes of the year that they are in."""
    guardians: dict[int, list[Person]]
    people: dict[str, Person]
    """People by e-mail address."""
    teachers: dict[str, Person]
    """Who works at the school and has no address, by name."""

    @classmethod
    def of(cls, school: School, year: SchoolYear) -> "_Known":
        enrolled: dict[int, set[int]] = defaultdict(set)
        for student, school_class in Enrolment.objects.filter(school_class__year=year, ends=None).values_list(
            "student_id", "school_class_id"
        ):
            enrolled[student].add(school_class)
        guardians: dict[int, list[Person]] = defaultdict(list)
        links = Guardianship.objects.filter(student__school=school).select_related("person")
        for link in links:
            guardians[link.student_id].append(link.person)
        classes = {str(each).casefold(): each for each in year.classes.filter(archived_at=None).whole()}
        people = {
            each.email.casefold(): each for each in Person.objects.filter(memberships__school=school).exclude(email="")
        }
        works = Person.objects.filter(
            memberships__school=school, memberships__role__in=(Role.TEACHER, Role.OFFICER), email=""
        )
        teachers = {plain(str(each)): each for each in works}
        return cls(school, year, list(school.students.all()), classes, enrolled, guardians, people, teachers)


def changes_of(school: School, year: SchoolYear, said: Said, answers: Mapping[str, str], silence: str) -> Draft:
    """What a file would change in a year. `answers` are the officer's by key; `silence` what it means not to be in it (leave, stay)."""
    return _Comparing(_Known.of(school, year), said, answers, silence).all()


class _Comparing:
    def __init__(self, known: _Known, said: Said, answers: Mapping[str, str], silence: str) -> None:
        self.known, self.said, self.answers, self.silence = known, said, answers, silence
        self.by_number = {each.number.casefold(): each for each in known.students}
        self.by_name: dict[str, list[Student]] = defaultdict(list)
        for each in known.students:
            self.by_name[plain(str(each))].append(each)
        self.classes = {each.pk: each for each in known.classes.values()}
        self.found: list[Change] = []
        today = known.school.today()
        # Of whoever comes, the same for all.
        self.joins_late = (
            "" if today <= known.year.starts else f"from {day_text(today)}; work that was due before is left out"
        )
        self.new_classes: dict[str, SaidClass] = {}
        self.inside: dict[int, set[int]] = defaultdict(set)
        """Of each class that the file names, the students that it puts there."""
        self.numbers: dict[str, SaidStudent] = {}
        """By number who stands in the file first."""
        self.named: set[int] = set()
        """The classes that the file names."""
        self.touched: set[int] = set()
        self.known_here: set[int] = set()
        self.in_doubt: set[int] = set()
        """Whom a line may be about that asks: they are not taken for gone."""

    def all(self) -> Draft:
        for each in self.said.classes:
            self._class(each)
        for student in self.said.students:
            self._student(student)
        for teacher in self.said.teachers:
            self._teacher(teacher)
        self._moves_and_leaves()
        self._unread()
        order = {
            "class": 0,
            "teacher": 1,
            "move": 2,
            "rename": 3,
            "change": 4,
            "come": 5,
            "guardian": 6,
            "leave": 7,
            "unread": 8,
        }
        self.found.sort(
            key=lambda each: (
                order[each.kind],
                each.line if each.kind == "unread" else 0,
                plain(each.family_name),
                plain(each.given_name),
                each.key,
            )
        )
        self._tell_apart()
        self._answer()
        return Draft(self.found, len(self.known_here), len(self.known_here - self.touched), self.said.tells_rosters)

    def _tell_apart(self) -> None:
        """Each line has a key of its own, also where two lines of a file say the same of one person."""
        seen: Counter[str] = Counter()
        for each in self.found:
            seen[each.key] += 1
            if seen[each.key] > 1:
                each.key += f" #{seen[each.key]}"

    def _answer(self) -> None:
        """What the officer left out or took in."""
        for each in self.found:
            answer = self.answers.get(each.key)
            if answer in ("on", "off"):
                each.is_on = answer == "on" and each.kind != "unread"

    def _class(self, said: SaidClass) -> None:
        here = self.known.classes.get(said.called.casefold())
        if here is not None:
            self.named.add(here.pk)
        if said.called.casefold() not in self.known.classes and said.called.casefold() not in self.new_classes:
            self.new_classes[said.called.casefold()] = said
            self.found.append(
                Change(
                    f"class {said.called.casefold()}",
                    "class",
                    said.line,
                    said.called,
                    "",
                    "",
                    becomes=said.called,
                    note="a class that is not here yet; it begins empty, and needs a teacher",
                    data={"name": said.name, "section": said.section, "room": said.room, "times": said.times},
                )
            )

    def _student(self, said: SaidStudent) -> None:
        first = self.numbers.setdefault(said.number.casefold(), said) if said.number else said
        if first is not said:
            words = f"has the number of {first.name} in line {first.line}. Give it another in the file."
            self.found.append(self._cannot(said, words, []))
            return
        found = self._match(said)
        if isinstance(found, Change):
            self.found.append(found)
            return
        for called, line in said.classes.items():
            here = self.known.classes.get(called.casefold())
            if here is not None:
                self.named.add(here.pk)
            else:
                name, _, section = called.rpartition(" ")
                is_section = bool(name) and len(section) <= 2
                self._class(SaidClass(line, name if is_section else called, section if is_section else ""))
        if found is None:
            self._comes(said)
            return
        self.known_here.add(found.pk)
        self._differs(said, found)
        for called, line in said.classes.items():
            there = self.known.classes.get(called.casefold())
            if there is not None:
                self.inside[there.pk].add(found.pk)
            if there is None or there.pk not in self.known.enrolled[found.pk]:
                self._joins(said, found, called, there, line)
        if said.has_left and found.is_active:
            self._add(
                "leave",
                said,
                found,
                "school",
                was="the school",
                note="is marked as gone; all that they have stays",
                data={"gone": True},
            )
        self._guardians(said, found)

    def _match(self, said: SaidStudent) -> Student | Change | None:
        """Who it is here; None for somebody new, or a line that cannot be taken without an answer."""
        known = self.by_number.get(said.number.casefold()) if said.number else None
        if known is not None:
            both_differ = plain(known.given_name) != plain(said.given_name) and plain(known.family_name) != plain(
                said.family_name
            )
            if both_differ and self.answers.get(f"rename {said.number}") != "on":
                self.in_doubt.add(known.pk)
                return Change(
                    f"rename {said.number}",
                    "rename",
                    said.line,
                    said.family_name,
                    said.given_name,
                    said.number,
                    str(known),
                    said.name,
                    f"{said.number} is {known} here: renamed, or a slip in the number?",
                    [Ask("on", "Renamed")],
                    is_on=False,
                )
            return known
        alike = self.by_name.get(plain(said.name), [])
        if not said.number:
            here = [each for each in alike if self._is_in_one_of(each, said)]
            if len(here) == 1 or len(alike) == 1:
                return (here or alike)[0]
            self.in_doubt |= {each.pk for each in alike}
            return self._cannot(said, "the number is empty", [Ask("number", "Type it")])
        meant = said.number.translate(_SLIPS)
        if not said.number.isdigit() and meant != said.number and meant.casefold() in self.by_number:
            self.in_doubt.add(self.by_number[meant.casefold()].pk)
            return self._cannot(
                said, f"{said.number} has a letter in it; did you mean {meant}?", [Ask(f"number {meant}", meant)]
            )
        answer = self.answers.get(f"come {said.number}")
        if alike and answer not in ("new", "on"):
            one = alike[0]
            if answer == f"same {one.pk}":
                return one
            self.in_doubt |= {each.pk for each in alike}
            words = f"same name as {one} ({one.number}){self._where(one)}."
            return Change(
                f"come {said.number}",
                "come",
                said.line,
                said.family_name,
                said.given_name,
                said.number,
                becomes=", ".join(said.classes),
                note=words,
                asks=[Ask(f"same {one.pk}", "The same person"), Ask("new", "Somebody new")],
                is_on=False,
            )
        return None

    def _is_in_one_of(self, student: Student, said: SaidStudent) -> bool:
        named = {
            self.known.classes[each.casefold()].pk for each in said.classes if each.casefold() in self.known.classes
        }
        return bool(named & self.known.enrolled[student.pk])

    def _where(self, student: Student) -> str:
        of = self.known.enrolled[student.pk]
        first = next((str(each) for each in self.known.classes.values() if each.pk in of), None)
        return f" in {first}" if first else ""

    def _cannot(self, said: SaidStudent, words: str, asks: list[Ask]) -> Change:
        return Change(
            f"unread {said.line}",
            "unread",
            said.line,
            said.family_name,
            said.given_name,
            said.number,
            note=words,
            asks=asks,
            is_on=False,
        )

    def _add(self, kind: Kind, said: SaidStudent, student: Student | None, key: str, **rest: Any) -> None:
        line = rest.pop("line", said.line)
        data = rest.pop("data", {}) | ({"student": student.pk} if student else {})
        number = student.number if student else said.number
        if student is not None:
            self.touched.add(student.pk)
        self.found.append(
            Change(
                f"{kind} {number} {key}".strip(),
                kind,
                line,
                said.family_name,
                said.given_name,
                number,
                data=data,
                **rest,
            )
        )

    def _comes(self, said: SaidStudent) -> None:
        fields = {
            name: getattr(said, name) for name in ("given_name", "family_name", "official_name", "pronouns", "email")
        }
        self._add(
            "come",
            said,
            None,
            "",
            becomes=", ".join(said.classes) or "the school",
            note=self.joins_late,
            data={
                "number": said.number,
                "fields": fields,
                "classes": list(said.classes),
                "guardians": [vars(each) for each in said.guardians],
            },
        )

    def _differs(self, said: SaidStudent, student: Student) -> None:
        names = {
            name: getattr(said, name)
            for name in ("given_name", "family_name")
            if getattr(said, name) != getattr(student, name)
        }
        if names:
            was, becomes = (" ".join(pair) for pair in ([getattr(student, name) for name in names], names.values()))
            self._add(
                "rename",
                said,
                student,
                "",
                was=was,
                becomes=becomes,
                note="renamed; same number",
                data={"fields": names},
            )
        if said.number and said.number != student.number:
            self._add(
                "change",
                said,
                student,
                "number",
                was=student.number,
                becomes=said.number,
                note="another number",
                data={"fields": {"number": said.number}},
            )
        for name, words in (("pronouns", "pronouns"), ("official_name", "official name")):
            value, now = getattr(said, name), getattr(student, name)
            if value and value != now:
                self._add(
                    "change",
                    said,
                    student,
                    name,
                    was=now or "none",
                    becomes=value,
                    note=words,
                    data={"fields": {name: value}},
                )
        if not student.is_active and not said.has_left:
            self._add(
                "change",
                said,
                student,
                "back",
                was="gone",
                becomes="at the school",
                note="is back; all that they had comes back",
                data={"back": True},
            )

    def _joins(self, said: SaidStudent, student: Student, called: str, there: SchoolClass | None, line: int) -> None:
        data = {"class": there.pk if there else None, "called": called}
        self._add(
            "come",
            said,
            student,
            called.casefold(),
            becomes=called,
            line=line,
            data=data,
            note="is at the school already",
        )

    def _guardians(self, said: SaidStudent, student: Student) -> None:
        here = self.known.guardians[student.pk]
        for each in said.guardians:
            is_here = any(
                (each.email and one.email.casefold() == each.email.casefold())
                or (each.name and plain(str(one)) == plain(" ".join(split_name(each.name))))
                for one in here
            )
            if not is_here:
                self._guardian(said, student, each)

    def _guardian(self, said: SaidStudent, student: Student, guardian: SaidGuardian) -> None:
        known = self.known.people.get(guardian.email.casefold()) if guardian.email else None
        called = str(known) if known else guardian.name or guardian.email
        self._add(
            "guardian",
            said,
            student,
            plain(guardian.email or guardian.name),
            becomes=called,
            note="is here already and becomes their guardian" if known else "a guardian who is not here yet",
            data={"guardian": vars(guardian)},
        )

    def _teacher(self, said: SaidTeacher) -> None:
        called = plain(f"{said.given_name} {said.family_name}")
        known = self.known.people.get(said.email.casefold()) if said.email else self.known.teachers.get(called)
        teaches = {each.school_class_id for each in known.teachings.all()} if known else set()
        new = [
            each
            for each in said.classes
            if each.casefold() not in self.known.classes or self.known.classes[each.casefold()].pk not in teaches
        ]
        if known is None or new:
            self.found.append(
                Change(
                    f"teacher {said.email.casefold() or plain(f'{said.given_name} {said.family_name}')}",
                    "teacher",
                    said.line,
                    said.family_name,
                    said.given_name,
                    "",
                    becomes=", ".join(new),
                    note=("is not here yet" if known is None else "") or "teaches from now on",
                    data={
                        "given_name": said.given_name,
                        "family_name": said.family_name,
                        "email": said.email,
                        "role": said.role,
                        "classes": new,
                        "person": known.pk if known else None,
                    },
                )
            )

    def _moves_and_leaves(self) -> None:
        """Who is no longer in a class that the file names left it; who came to another section of it by the same file changed section."""
        if not self.said.tells_rosters:
            return
        joined: dict[tuple[int, str], Change] = {
            (each.data["student"], by_pk.name): each
            for each in self.found
            if each.kind == "come" and each.data.get("class") and (by_pk := self._by_pk(each.data["class"]))
        }
        gone = [
            (student, self._by_pk(school_class))
            for student in self.known.students
            for school_class in sorted(self.known.enrolled[student.pk] & self.named)
            if student.pk not in self.inside[school_class] | self.in_doubt
        ]
        kept = _counted(gone) if self.silence == "leave" else {}
        for student, school_class in gone:
            change = joined.get((student.pk, school_class.name))
            if change is not None:
                self._becomes_move(change, student, school_class)
            elif self.silence == "leave":
                self.touched.add(student.pk)
                self.found.append(
                    Change(
                        f"leave {student.number} {school_class.pk}",
                        "leave",
                        None,
                        student.family_name,
                        student.given_name,
                        student.number,
                        was=str(school_class),
                        note=kept[student.pk, school_class.pk],
                        data={"student": student.pk, "class": school_class.pk},
                    )
                )

    def _becomes_move(self, change: Change, student: Student, here: SchoolClass) -> None:
        there = self._by_pk(change.data["class"])
        change.kind, change.key = "move", f"move {student.number} {here.pk}"
        change.was = str(here)
        change.data["from"] = here.pk
        if sum(1 for each in self.found if each.kind == "move") <= MOST_LOOKED_INTO:
            along = what_goes_along(student, here, there)
            left = f"; {len(along.left)} without a counterpart there" if along.left else ""
            change.note = (
                f"{plural(len(along.pairs), 'score')} to take along{left}"
                if along.pairs or along.left
                else "no scores yet"
            )
        else:
            change.note = "scores that have a counterpart go along"

    def _by_pk(self, pk: int) -> SchoolClass:
        return self.classes[pk]

    def _unread(self) -> None:
        for each in self.said.unread:
            given, _, family = each.name.rpartition(" ")
            self.found.append(
                Change(
                    f"unread {each.line}", "unread", each.line, family, given, each.number, note=each.words, is_on=False
                )
            )


def _counted(gone: Iterable[tuple[Student, SchoolClass]]) -> dict[tuple[int, int], str]:
    """What stays on file of those who leave, in words, by student and class."""
    pairs = [(student.pk, school_class.pk) for student, school_class in gone]
    scores = {
        (student, school_class): count
        for student, school_class, count in Score.objects.filter(student__in={each for each, _ in pairs})
        .exclude(Q(number=None) & Q(code=""))
        .values_list("student_id", "assignment__school_class_id")
        .annotate(count=Count("id"))
        .order_by()
    }
    return {
        pair: f"with {plural(scores[pair], 'score')}, kept on file"
        if scores.get(pair)
        else "nothing was entered for them yet"
        for pair in pairs
    }
