"""What the records office that stands in for a real one knows of the demo school, in OneRoster's words, with names of its own."""

import datetime
from typing import Any

from oneroster import reference
from plans.models import GroundRules
from school.models import Enrolment, School, SchoolClass, SchoolYear, Student, Term
from sending.models import Line, LineState

ORG = "tarnwick"
CATEGORIES = (
    ("practical", "PRACTICAL", "Fieldwork"),
    ("written", "WRITTEN TESTS", "Map tests"),
    ("classwork", "CLASSWORK", "Notebooks"),
    ("project", "TERM PROJECT", "Term project"),
    ("performing", "PERFORMANCES", "Performances"),
    ("rehearsing", "REHEARSALS", "Rehearsals"),
    ("grades", "TERM GRADES", ""),
)
"""Its categories: identifier, name, and which of the school's it is, whose weight it has."""
SESSIONS = {"Quarter": "TERM", "Exam": "EXAM", "Semester": "SEMESTER"}
SINCE = "2031-08-20T06:00:00Z"
_ACTIVE = {"status": "active", "dateLastModified": SINCE}
Row = dict[str, Any]


def records(school: School) -> dict[str, list[Row]]:
    """All that it knows, by kind."""
    year = SchoolYear.objects.get(school=school)
    classes = list(SchoolClass.objects.filter(year=year))
    return {
        "orgs": [{"sourcedId": ORG, **_ACTIVE, "name": school.name, "type": "school"}],
        "academicSessions": [_session(each) for each in Term.objects.filter(year=year)],
        "courses": [
            {"sourcedId": each, **_ACTIVE, "title": each.upper()}
            for each in sorted({_course(each) for each in classes})
        ],
        "classes": [_class(each) for each in classes],
        "users": [*_students(school), *_teachers(classes)],
        "enrollments": [*_enrolled(classes), *_teaching(classes)],
        "categories": [_category(school, *each) for each in CATEGORIES],
        "scoreScales": _scales(classes),
        **_arrived(school),
    }


def user_of(student: Student) -> str:
    """Under which identifier it knows a student."""
    return f"s{student.number}"


def _session(term: Term) -> Row:
    kind, _, number = term.name.partition(" ")
    # It counts the first exam from a day later than the school does.
    begins = term.starts + datetime.timedelta(days=1) if term.name == "Exam 1" else term.starts
    return {
        "sourcedId": f"{SESSIONS[kind].lower()}-{number}",
        **_ACTIVE,
        "title": f"{SESSIONS[kind]} {number}",
        "type": "semester" if kind == "Semester" else "gradingPeriod",
        "startDate": begins.isoformat(),
        "endDate": (term.ends + datetime.timedelta(days=1)).isoformat(),
        "schoolYear": str(term.year.ends.year),
    }


def _course(school_class: SchoolClass) -> str:
    return school_class.name.lower().replace(" ", "-")


def class_id(school_class: SchoolClass) -> str:
    """Under which identifier it knows a class."""
    return f"{_course(school_class)}-{school_class.section or 'all'}".lower()


def _class(school_class: SchoolClass) -> Row:
    return {
        "sourcedId": class_id(school_class),
        **_ACTIVE,
        "title": str(school_class).upper(),
        "classType": "scheduled",
        "course": reference(_course(school_class), "course", f"/courses/{_course(school_class)}"),
        "school": reference(ORG, "org", f"/orgs/{ORG}"),
        "location": school_class.room,
    }


def _user(name: str, given: str, family: str, role: str, **more: str) -> Row:
    roles = [{"roleType": "primary", "role": role, "org": reference(ORG, "org", f"/orgs/{ORG}")}]
    return {
        "sourcedId": name,
        **_ACTIVE,
        "enabledUser": "true",
        "givenName": given,
        "familyName": family,
        "roles": roles,
    } | more


def _students(school: School) -> list[Row]:
    return [
        _user(user_of(each), each.given_name, each.family_name, "student", identifier=each.number)
        for each in Student.objects.filter(school=school)
    ]


def _teachers(classes: list[SchoolClass]) -> list[Row]:
    people = {teaching.person for each in classes for teaching in each.teachings.select_related("person")}
    return [
        _user(f"t-{each.sign_in}", each.given_name, each.family_name, "teacher", email=each.email)
        for each in sorted(people, key=lambda each: each.pk)
    ]


def _enrolled(classes: list[SchoolClass]) -> list[Row]:
    rows = Enrolment.objects.filter(school_class__in=classes).select_related("student", "school_class")
    return [
        _enrolment(f"e{each.pk}", each.school_class, user_of(each.student), "student", each.starts) for each in rows
    ]


def _teaching(classes: list[SchoolClass]) -> list[Row]:
    return [
        _enrolment(f"t{teaching.pk}", each, f"t-{teaching.person.sign_in}", "teacher", each.year.starts)
        for each in classes
        for teaching in each.teachings.select_related("person")
    ]


def _enrolment(name: str, school_class: SchoolClass, user: str, role: str, begins: datetime.date) -> Row:
    return {
        "sourcedId": name,
        **_ACTIVE,
        "role": role,
        "user": reference(user, "user", f"/users/{user}"),
        "class": reference(class_id(school_class), "class", f"/classes/{class_id(school_class)}"),
        "beginDate": begins.isoformat(),
    }


def _category(school: School, name: str, title: str, of: str) -> Row:
    found = (
        SchoolClass.objects.filter(school=school, categories__name=of).values_list("categories__weight", flat=True)
        if of
        else ()
    )
    weight = next((float(each) for each in found if each), None)
    return {"sourcedId": name, **_ACTIVE, "title": title} | ({"weight": weight} if weight is not None else {})


def _scales(classes: list[SchoolClass]) -> list[Row]:
    """Of each course the marks that its classes have."""
    by_course: dict[str, Row] = {}
    for each in classes:
        scale = GroundRules.objects.select_related("scale").get(school_class=each).scale
        course = _course(each)
        by_course[course] = {
            "sourcedId": f"marks-{course}",
            **_ACTIVE,
            "title": f"MARKS {course.upper()}",
            "type": "grade",
            "course": reference(course, "course", f"/courses/{course}"),
            "scoreScaleValue": [
                {"itemValueLHS": band.mark.replace("−", "-"), "itemValueRHS": f"{band.min.normalize():f}"}
                for band in scale.bands.all()
            ],
        }
    return list(by_course.values())


def _arrived(school: School) -> dict[str, list[Row]]:
    """What the demo's deliveries brought it. What it took is not kept with the line, so it is told from the record."""
    found: dict[str, list[Row]] = {"lineItems": [], "results": []}
    lines = Line.objects.filter(record__school_class__school=school, state=LineState.ACCEPTED, is_last=True)
    for line in lines.exclude(body=None).order_by("pk"):
        for kind, body in (line.body or {}).items():
            found[f"{kind}s"].append(body)
    return found
