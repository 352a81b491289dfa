"""The demo school: Tarnwick, an invented lakeside town, late in quarter 2 of 2031/32."""

import datetime
import random
import uuid
from collections.abc import Sequence
from dataclasses import replace
from decimal import Decimal

from django.db import transaction
from gradecore.gradebook import Gradebook
from plans.loading import load_plan
from plans.models import Assignment, Draft
from reports.models import BankSentence, Comment, Posting
from reports.placeholders import resolve, values
from reports.posting import post
from school.demo_people import DEMO_PASSWORD, PEOPLE
from school.models import Person, Role, SchoolClass, Student, Term
from scores.models import Override, Score

from demo import bank, geography, homeroom
from demo.families import fill_families
from demo.geography import Work
from demo.making import Tarnwick, begin_school, day, in_core, likely_scores, plan_of
from demo.names import names
from demo.sending import fill_sending


@transaction.atomic
def make_tarnwick() -> None:
    """The whole demo, always the same."""
    made = begin_school()
    odalys = made.person("odalys", PEOPLE[0][1], Role.TEACHER, DEMO_PASSWORD)
    tobin = made.person("tobin", PEOPLE[1][1], Role.TEACHER, DEMO_PASSWORD)
    BankSentence.objects.bulk_create(
        BankSentence(school=made.school, purpose=purpose, text=text) for purpose, text in bank.sentences()
    )
    made.person("mirela", PEOPLE[2][1], Role.OFFICER, DEMO_PASSWORD)
    ingrid = made.person("ingrid", PEOPLE[3][1], Role.GUARDIAN, DEMO_PASSWORD)
    section_a = _section_a(made, odalys)
    section_b = _section_b(made, odalys, tobin, ingrid)
    _choir(made, odalys, [*section_b[:7], *section_a[:6]])
    _stage_craft(made, odalys)
    _homeroom(made, tobin, ingrid)
    fill_sending(made, SchoolClass.objects.get(name="Geography 8", section="A"), odalys)
    fill_families(made, ingrid)


def _geography(made: Tarnwick, section: str, times: str, teachers: Sequence[Person]) -> SchoolClass:
    school_class = made.school_class("Geography 8", section, "Room 14", times, teachers)
    plan_of(school_class, geography.PLAN, blank="zero_when_closed", families_see_running=True)
    return school_class


def _section_b(made: Tarnwick, odalys: Person, tobin: Person, ingrid: Person) -> list[Student]:
    school_class = _geography(made, "B", "Tue Thu Fri 10:20", [odalys, tobin])
    pupils = geography.pupils()
    students = {each.number: made.student(each.family, each.given, each.pronouns, each.number) for each in pupils}
    made.enrol(school_class, students.values(), late={"8279": day(8, 12)})
    _families(made, students, ingrid)
    first = made.assignments(school_class, "q1", geography.FIRST_QUARTER)
    second = made.assignments(school_class, "q2", geography.SECOND_QUARTER)
    remarks = iter(geography.SCORE_COMMENTS * 4)
    for place, assignment in enumerate(second):
        given, comments = {}, {}
        for pupil in pupils:
            text = pupil.scores[place]
            if text.endswith("*"):
                comments[students[pupil.number]] = (
                    geography.SCORE_COMMENTS[0] if pupil.number == "8204" else next(remarks)
                )
            if text.rstrip("*") not in ("-", "."):
                given[students[pupil.number]] = text.rstrip("*")
        made.scores(assignment, given, odalys, comments)
    _atlas(made, next(each for each in second if each.short_name == "Atlas"), students, odalys)
    _quarter_1(
        made, school_class, first, {students[each.number]: each.before for each in pupils if each.before != "—"}, odalys
    )
    _comments(made, school_class, {students[each.number]: each for each in pupils}, odalys)
    Override.objects.create(
        school_class=school_class,
        student=students["8279"],
        term=made.terms["q2"],
        mark="B",
        reason="former mark 84",
        changed_by=odalys,
        changed_at=made.moment(day(13, 1), 20, 5),
    )
    return list(students.values())


def _atlas(made: Tarnwick, assignment: Assignment, students: dict[str, Student], person: Person) -> None:
    """The lake atlas is marked by criteria, and begun for a few."""
    assignment.criteria = geography.criteria()
    assignment.save()
    when = made.moment(made.school.today(), 7, 30)
    Score.objects.bulk_create(
        Score(
            student=students[number],
            assignment=assignment,
            changed_by=person,
            changed_at=when,
            levels={str(place): str(level) for place, level in enumerate(levels, 1)},
        )
        for number, levels in geography.BEGUN.items()
    )


def _families(made: Tarnwick, students: dict[str, Student], ingrid: Person) -> None:
    """Ingrid Åkerlund has two children in the school; two students can sign in."""
    elof = made.student("Åkerlund", "Elof", "he", "2104")
    for child in (students["8204"], elof):
        child.guardians.add(ingrid)
    for number, (sign_in, name, _) in (("8204", PEOPLE[4]), ("8249", PEOPLE[5])):
        person = made.person(sign_in, name, Role.STUDENT, DEMO_PASSWORD)
        Student.objects.filter(pk=students[number].pk).update(person=person)


def _quarter_1(
    made: Tarnwick,
    school_class: SchoolClass,
    assignments: Sequence[Assignment],
    marks: dict[Student, str],
    person: Person,
) -> None:
    """Scores that come to the marks wanted, posted with their comments when quarter 1 ended."""
    rows = _scores_for(made, school_class, assignments, made.terms["q1"], marks)
    for assignment in assignments:
        made.scores(assignment, {student: row[assignment] for student, row in rows.items()}, person, {})
    Comment.objects.bulk_create(
        Comment(
            school_class=school_class,
            student=student,
            term=made.terms["q1"],
            is_ready=True,
            changed_by=person,
            changed_at=made.moment(day(3, 11), 18, 30),
            text=_first_comment(student, made.chance),
        )
        for student in marks
    )
    _post(made, school_class, made.terms["q1"], list(marks), person, made.moment(day(4, 11), 16, 20))


def _scores_for(
    made: Tarnwick, school_class: SchoolClass, assignments: Sequence[Assignment], term: Term, marks: dict[Student, str]
) -> dict[Student, dict[Assignment, str]]:
    """Likely scores for each student, drawn until they come to the mark wanted."""
    book = load_plan(school_class).book
    bands = {band.mark: Gradebook(book).marks.percent_of(band.mark) for band in book.scale.bands}
    found = {}
    for student, mark in marks.items():
        level = float(bands[mark] or 0) / 100 if mark != "E" else 0.5
        while student not in found:
            row = likely_scores(made.chance, assignments, level, 0.07)
            scores = {str(student.pk): {str(each.pk): in_core(text) for each, text in row.items()}}
            result = Gradebook(replace(book, scores=scores), checked=True).result(str(student.pk), str(term.pk))
            if result.mark == mark:
                found[student] = row
    return found


def _post(
    made: Tarnwick,
    school_class: SchoolClass,
    term: Term,
    students: Sequence[Student],
    person: Person,
    at: datetime.datetime,
) -> None:
    request = uuid.UUID(int=made.chance.getrandbits(128), version=4)
    # It was posted while its window was open.
    today, school_class.school.fixed_day = school_class.school.fixed_day, at.date()
    post(school_class, person, term, request, [each.pk for each in students], term.name)
    school_class.school.fixed_day = today
    Posting.objects.filter(request=request).update(at=at)


def _first_comment(student: Student, chance: random.Random) -> str:
    return geography.FIRST_QUARTER_COMMENTS.get(student.number) or _comment(student, chance.randint(120, 260), chance)


def _comment(student: Student, length: int, chance: random.Random, tries: int = 1) -> str:
    """A comment of at most so many characters, with many tries exactly as many, made from sentences about the student."""
    own = values(student.given_name, student.pronouns, best="", weakest="", missing="")
    openings = [resolve(each, own) for each in geography.OPENINGS]
    sentences = [resolve(each, own) for each in geography.SENTENCES]
    nearest = openings[0]
    for _ in range(tries):
        text = chance.choice(openings)
        for sentence in chance.sample(sentences, len(sentences)):
            if len(text) + 1 + len(sentence) <= length:
                text += " " + sentence
        if len(text) == length:
            return text
        nearest = max(nearest, text, key=len)
    return nearest


def _comments(
    made: Tarnwick, school_class: SchoolClass, pupils: dict[Student, geography.Pupil], person: Person
) -> None:
    """The comments of quarter 2: ready, being written, with something to look at, and not begun."""
    rows = []
    for student, pupil in pupils.items():
        if not pupil.comment:
            continue
        text = geography.WRITTEN.get(student.number) or _comment(student, pupil.comment, made.chance, tries=3_000)
        if student.number in geography.UNFINISHED:
            right, wrong = geography.UNFINISHED[student.number]
            text = text.replace(right, wrong, 1)
        is_ready = student.number not in (*geography.WRITTEN, *geography.UNFINISHED)
        rows.append(
            Comment(
                school_class=school_class,
                student=student,
                term=made.terms["q2"],
                text=text,
                is_ready=is_ready,
                changed_by=person,
                changed_at=made.moment(day(13, 1), 20, 10),
            )
        )
    Comment.objects.bulk_create(rows)


def _named(made: Tarnwick, first: int, count: int) -> list[Student]:
    return [made.student(family, given, pronouns) for family, given, pronouns in names()[first : first + count]]


def _section_a(made: Tarnwick, odalys: Person) -> list[Student]:
    """A class posted and changed since: 27 students, two of whose grades moved."""
    school_class = _geography(made, "A", "Mon Wed Thu 8:30", [odalys])
    students = _named(made, 0, 27)
    made.enrol(school_class, students)
    works = tuple(
        replace(work, name="Harbour sketch", short="Harbour", sign="FW", state="closed")
        if work.sign is None
        else replace(work, state="closed")
        if work.short in ("Note 4",)
        else work
        for work in geography.SECOND_QUARTER
    )
    first = made.assignments(school_class, "q1", geography.FIRST_QUARTER)
    second = made.assignments(school_class, "q2", works)
    marks = [
        "B",
        "C+",
        "B",
        "A",
        "A−",
        "B−",
        "B+",
        "B",
        "A",
        "C",
        "B−",
        "B+",
        "A−",
        "B",
        "C+",
        "A",
        "B−",
        "B",
        "A+",
        "C−",
        "B",
        "B+",
        "D+",
        "A−",
        "B",
        "B−",
        "C+",
    ]
    wanted = dict(zip(students, marks, strict=True))
    _quarter_1(made, school_class, first, wanted, odalys)
    marked = [each for each in second if each.category and each.category.sign != "TP"]
    rows = _scores_for(made, school_class, marked, made.terms["q2"], wanted)
    waiting = {(students[4], "Wind"), (students[9], "Wind")}
    for assignment in marked:
        given = {
            student: row[assignment]
            for student, row in rows.items()
            if (student, assignment.short_name) not in waiting and not (assignment.extra and made.chance.random() < 0.6)
        }
        made.scores(assignment, given, odalys, {})
    Comment.objects.bulk_create(
        Comment(
            school_class=school_class,
            student=each,
            term=made.terms["q2"],
            is_ready=True,
            changed_by=odalys,
            changed_at=made.moment(day(11, 1), 17, 0),
            text=_comment(each, made.chance.randint(180, 380), made.chance),
        )
        for each in students
    )
    _post(made, school_class, made.terms["q2"], students, odalys, made.moment(day(12, 1), 16, 5))
    _change_since(second, students[:2])
    return students


def _change_since(assignments: Sequence[Assignment], students: Sequence[Student]) -> None:
    """A late map test taken again: two grades no longer agree with what was posted."""
    retaken = next(each for each in assignments if each.short_name == "Map 3")
    for student in students:
        Score.objects.filter(student=student, assignment=retaken).update(number=retaken.points, version=2)


def _choir(made: Tarnwick, odalys: Person, shared: Sequence[Student]) -> None:
    """Points in one pool; passed or withheld; all posted."""
    school_class = made.school_class("Choir", "", "Hall", "Wed 14:10", [odalys])
    plan_of(
        school_class,
        (("RH", "Rehearsals", "0", "points", 0), ("PF", "Performances", "0", "points", 0)),
        method="points",
        scale=made.scales["Pass or withheld"],
        blank="zero_when_closed",
        decimals=0,
    )
    students = [*shared, *_named(made, 27, 31 - len(shared))]
    made.enrol(school_class, students)
    works = (
        Work("Warm-up leading", "Warm-up", "RH", "10", (12, 11)),
        Work("Section rehearsal: autumn", "Autumn", "RH", "20", (26, 11)),
        Work("Sight singing", "Sight", "RH", "20", (3, 12)),
        Work("Winter concert", "Concert", "PF", "50", (17, 12)),
        Work("Part recording", "Record", "RH", "20", (7, 1)),
    )
    assignments = made.assignments(school_class, "q2", works)
    made.assignments(school_class, "x1", (Work("Section rehearsal", "Rehearse", "RH", "20", (21, 1), "open"),))
    for place, student in enumerate(students):
        row = likely_scores(made.chance, assignments, 0.52 if place == 20 else made.chance.uniform(0.72, 0.98))
        for assignment, text in row.items():
            Score.objects.create(
                student=student,
                assignment=assignment,
                number=Decimal(text),
                changed_by=odalys,
                changed_at=made.moment(day(8, 1), 15, 0),
            )
    Comment.objects.bulk_create(
        Comment(
            school_class=school_class,
            student=each,
            term=made.terms["q2"],
            is_ready=True,
            changed_by=odalys,
            changed_at=made.moment(day(12, 1), 18, 0),
            text=f"{each.given_name} sings with the choir and comes prepared.",
        )
        for each in students
    )
    _post(made, school_class, made.terms["q2"], students, odalys, made.moment(day(12, 1), 19, 0))


def _stage_craft(made: Tarnwick, odalys: Person) -> None:
    """Every assignment alike; a scale of five named steps; five blanks past due."""
    school_class = made.school_class("Stage Craft 10", "", "Workshop", "Mon Thu 13:15", [odalys])
    plan_of(
        school_class,
        (("BD", "Building", "60", "equal", 0), ("LG", "Lighting", "40", "equal", 0)),
        method="equal",
        scale=made.scales["Five steps"],
        decimals=1,
    )
    students = _named(made, 60, 26)
    made.enrol(school_class, students)
    works = (
        Work("Tool safety", "Safety", "BD", "20", (6, 11), "open"),
        Work("Flat and frame", "Frame", "BD", "50", (20, 11), "open"),
        Work("Lamp types", "Lamps", "LG", "30", (4, 12), "open"),
        Work("Paint finishes", "Paint", "BD", "40", (18, 12), "open"),
        Work("Cue sheet", "Cues", "LG", "20", (12, 1), "open"),
        Work("Lighting plot", "Plot", "LG", "40", (15, 1), "open"),
    )
    *assignments, _ahead = made.assignments(school_class, "q2", works)
    rows = {student: likely_scores(made.chance, assignments, made.chance.uniform(0.55, 0.93)) for student in students}
    for assignment in assignments:
        late = students[3:8] if assignment.short_name == "Cues" else []
        made.scores(assignment, {each: row[assignment] for each, row in rows.items() if each not in late}, odalys, {})
    # Weights for what counted alike until now, which add up to 95: begun on Monday, waiting since.
    rules, lighting = school_class.ground_rules, school_class.categories.get(sign="LG")
    Draft.objects.create(
        school_class=school_class,
        begun_by=odalys,
        begun_at=made.moment(day(12, 1), 19, 20),
        change={f"rules {rules.pk}": {"method": "weighted"}, f"category {lighting.pk}": {"weight": "35"}},
    )


def _homeroom(made: Tarnwick, tobin: Person, ingrid: Person) -> None:
    """Scores by standard in four levels; the last work is marked for half of the class."""
    school_class = made.school_class("Year 2", "homeroom", "Room 3", "every day 8:30", [tobin])
    plan_of(
        school_class,
        homeroom.PLAN,
        method="levels",
        scale=made.scales["Four levels"],
        families_percent=False,
        families_see_running=True,
    )
    elof = Student.objects.get(guardians=ingrid, number="2104")
    students = [elof, *_named(made, 86, 21)]
    made.enrol(school_class, students)
    categories = {each.sign: each for each in school_class.categories.all()}
    for place, each in enumerate(homeroom.ACTIVITIES, 1):
        assignment = Assignment.objects.create(
            school_class=school_class,
            term=made.terms["q2"],
            category=categories[each.sign],
            name=each.name,
            short_name=each.short,
            points=4,
            due_on=day(*each.due),
            entered_as="marks",
            position=place,
            standards=list(each.standards),
        )
        _levels(made, assignment, students[: 11 if each.name == homeroom.HALF_MARKED else None], tobin)


def _levels(made: Tarnwick, assignment: Assignment, students: Sequence[Student], person: Person) -> None:
    """Levels around a student's own for each standard of an assignment, and their middle for the whole."""
    rows = []
    for place, student in enumerate(students):
        own = 3.4 - (student.pk * 7 % 10) / 5
        given = [min(max(round(made.chance.gauss(own, 0.6)), 1), 4) for _ in assignment.standards]
        rows.append(
            Score(
                student=student,
                assignment=assignment,
                number=Decimal(round(sum(given) / len(given))),
                by_standard={name: str(level) for name, level in zip(assignment.standards, given, strict=True)},
                changed_by=person,
                changed_at=made.moment(assignment.due_on or made.school.today(), 16, place),
            )
        )
    Score.objects.bulk_create(rows)
