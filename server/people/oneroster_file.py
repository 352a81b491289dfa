"""OneRoster 1.2 CSV: a zip with manifest.csv and a file for each kind of thing, bulk or delta; read into what a file says, and written.

People are known by `identifier`, or by `sourcedId` where there is none, which stands for a student's number.
"""

import csv
import datetime
import io
import zipfile
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from exchange.tables import Limits, decoded, open_packed
from school.calendar import current_year
from school.models import Enrolment, Membership, Person, Role, School, SchoolClass, SchoolYear, TermKind
from school.refusal import Refused

from people.reading import Said, SaidClass, SaidGuardian, SaidStudent, SaidTeacher, Unread

VERSION = "1.2"
USED: Mapping[str, tuple[str, ...]] = {
    "users": ("sourcedId", "givenName", "familyName"),
    "classes": ("sourcedId", "title"),
    "enrollments": ("classSourcedId", "userSourcedId", "role"),
    "roles": ("userSourcedId", "role"),
    "courses": ("sourcedId", "title"),
}
"""The files that are read, each with the columns that it has to have; roles and courses may be absent."""
_NEEDED = ("users",)
_GUARDIANS = {"guardian", "parent", "relative"}
Tables = dict[str, list[list[str]]]


def is_oneroster(name: str) -> bool:
    """Whether a file is to be read as such a zip."""
    return name.casefold().endswith(".zip")


def unpack(name: str, content: bytes, limits: Limits) -> tuple[Tables, str]:
    """The tables of a zip by name, and how it was read, in words. Raises Refused, naming the file inside and what is wrong."""
    with open_packed(name, content, limits) as archive:
        inside = {each.filename.rpartition("/")[2].casefold(): each for each in archive.infolist()}
        if "manifest.csv" not in inside:
            raise Refused(
                f"{name} has no manifest.csv. A OneRoster zip has one, beside users.csv and the others.", "file"
            )
        tables: Tables = {}
        for called in ("manifest", *USED):
            entry = inside.get(f"{called}.csv")
            if entry is not None:
                text, _ = decoded(f"{called}.csv", archive.read(entry))
                tables[called] = [row for row in csv.reader(io.StringIO(text, newline="")) if any(row)]
    said = {row[0].strip(): row[1].strip() for row in tables.pop("manifest") if len(row) > 1}
    version = said.get("oneroster.version", said.get("manifest.version", ""))
    if not version.startswith("1."):
        raise Refused(f"{name} is OneRoster {version or 'of no version'}; {VERSION} is read.", "file")
    for called in _NEEDED:
        if called not in tables:
            raise Refused(f"{name} has no {called}.csv.", "file")
    for called, rows in tables.items():
        lacking = [each for each in USED[called] if not rows or each not in rows[0]]
        if lacking:
            raise Refused(f"Line 1 of {called}.csv in {name} lacks {' and '.join(lacking)}.", "file")
    kinds = {said.get(f"file.{called}") for called in tables}
    kind = "delta" if "delta" in kinds else "bulk"
    return tables | {
        "kind": [[kind]]
    }, f"OneRoster {version}, {kind}, {sum(len(rows) - 1 for rows in tables.values())} lines"


@dataclass(frozen=True)
class _Row:
    line: int
    cells: Mapping[str, str]

    def of(self, name: str) -> str:
        return self.cells.get(name, "").strip()

    @property
    def is_gone(self) -> bool:
        return self.of("status").casefold() == "tobedeleted"


def _rows(tables: Tables, called: str) -> list[_Row]:
    rows = tables.get(called, [])
    return [_Row(line, dict(zip(rows[0], row, strict=False))) for line, row in enumerate(rows[1:], 2)] if rows else []


def read_oneroster(tables: Tables, today: datetime.date) -> Said:
    """What such a file says on a day. A delta tells only what changed: who is not in it stays."""
    said = Said(tells_rosters=tables["kind"] == [["bulk"]])
    roles: dict[str, str] = {
        each.of("userSourcedId"): each.of("role").casefold() for each in _rows(tables, "roles") if not each.is_gone
    }
    courses = {each.of("sourcedId"): each.of("title") for each in _rows(tables, "courses")}
    classes = {each.of("sourcedId"): _class(each, courses) for each in _rows(tables, "classes") if not each.is_gone}
    said.classes = list(classes.values())
    users = {each.of("sourcedId"): each for each in _rows(tables, "users")}
    students: dict[str, SaidStudent] = {}
    teachers: dict[str, SaidTeacher] = {}
    for source, user in users.items():
        role = roles.get(source, user.of("role").casefold())
        given = user.of("preferredGivenName") or user.of("givenName")
        family = user.of("preferredFamilyName") or user.of("familyName")
        if not given or not family:
            said.unread.append(
                Unread(
                    user.line,
                    f"{given} {family}",
                    source,
                    "has no whole name in users.csv: a given and a family name are needed.",
                )
            )
        elif role == "student":
            official = f"{user.of('givenName')} {user.of('familyName')}"
            students[source] = SaidStudent(
                user.line,
                user.of("identifier") or source,
                given,
                family,
                official if official != f"{given} {family}" else "",
                user.of("pronouns"),
                user.of("email"),
                has_left=user.is_gone or user.of("enabledUser").casefold() == "false",
            )
        elif (role == "teacher" or "administrator" in role) and not user.is_gone:
            kept = Role.TEACHER if role == "teacher" else Role.OFFICER
            teachers[source] = SaidTeacher(user.line, given, family, user.of("email"), kept)
    for source, student in students.items():
        for agent in filter(None, (each.strip() for each in users[source].of("agentSourcedIds").split(","))):
            if agent in users and roles.get(agent, users[agent].of("role").casefold()) in _GUARDIANS:
                one = users[agent]
                student.guardians.append(
                    SaidGuardian(f"{one.of('familyName')}, {one.of('givenName')}", one.of("email"))
                )
    for each in _rows(tables, "enrollments"):
        of, who = classes.get(each.of("classSourcedId")), each.of("userSourcedId")
        ends = each.of("endDate")
        if each.is_gone or (ends and ends[:10] <= today.isoformat()):
            continue
        if of is None or (who not in students and who not in teachers):
            if who not in users or of is None:
                said.unread.append(
                    Unread(
                        each.line,
                        "",
                        who,
                        f"enrollments.csv names the class {each.of('classSourcedId')} or the person {who}, who is not in the file.",
                    )
                )
        elif who in students:
            students[who].classes[of.called] = students[who].line
        else:
            teachers[who].classes.append(of.called)
    said.students, said.teachers = list(students.values()), list(teachers.values())
    return said


def _class(row: _Row, courses: Mapping[str, str]) -> SaidClass:
    """A class's name is its course's, where its title begins with that; the rest is the section."""
    title, course = row.of("title"), courses.get(row.of("courseSourcedId"), "")
    code = row.of("classCode")
    name, section = title, ""
    for beginning, rest in (
        (course, title[len(course) :].strip()),
        (title[: -len(code)].strip() if code else "", code),
    ):
        if beginning and title.startswith(beginning) and len(rest) <= 20:
            name, section = beginning, rest
            break
    return SaidClass(row.line, name, section, row.of("location"), row.of("periods"))


def write_oneroster(school: School) -> bytes:
    """Everybody and everything of a school's present year: a bulk file."""
    year = current_year(school)
    if year is None:
        raise Refused("There is no school year yet.")
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for called, rows in _written(school, year).items():
            text = io.StringIO()
            csv.writer(text).writerows(rows)
            archive.writestr(f"{called}.csv", text.getvalue())
    return out.getvalue()


def _heads(names: str) -> Sequence[str]:
    return tuple(f"sourcedId status dateLastModified {names}".split())


def _written(school: School, year: SchoolYear) -> dict[str, list[Sequence[str]]]:
    org, bare = f"school-{school.pk}", ("", "")
    classes = list(SchoolClass.objects.filter(year=year, archived_at=None).prefetch_related("teachings"))
    students = list(
        school.students.filter(is_active=True).select_related("person").prefetch_related("guardians").order_by("id")
    )
    members = (
        Membership.objects.filter(school=school, person__is_active=True).select_related("person").order_by("person_id")
    )
    people: dict[int, Person] = {each.person_id: each.person for each in members if each.role != Role.STUDENT}
    enrolments = Enrolment.objects.filter(
        school_class__year=year, school_class__archived_at=None, ends=None, student__is_active=True
    )
    names = {name: f"course-{place}" for place, name in enumerate(sorted({each.name for each in classes}), 1)}
    kinds = {
        TermKind.YEAR: "schoolYear",
        TermKind.SEMESTER: "semester",
        TermKind.QUARTER: "gradingPeriod",
        TermKind.EXAM: "gradingPeriod",
    }
    manifest: list[Sequence[str]] = [
        ("propertyName", "value"),
        ("manifest.version", "1.0"),
        ("oneroster.version", VERSION),
        *(
            (f"file.{each}", "bulk")
            for each in ("academicSessions", "classes", "courses", "enrollments", "orgs", "roles", "users")
        ),
        ("source.systemName", "Hoarfrost"),
    ]
    sessions: list[Sequence[str]] = [
        (
            f"year-{year.pk}",
            *bare,
            year.name,
            "schoolYear",
            year.starts.isoformat(),
            year.ends.isoformat(),
            "",
            str(year.ends.year),
        ),
        *(
            (
                f"term-{each.pk}",
                *bare,
                each.name,
                kinds[TermKind(each.kind)],
                each.starts.isoformat(),
                each.ends.isoformat(),
                f"term-{each.within_id}" if each.within_id else f"year-{year.pk}",
                str(year.ends.year),
            )
            for each in year.terms.all()
        ),
    ]
    family = [f"student-{each.pk}" for each in students]
    agents = {
        each.pk: ",".join(f"person-{one.pk}" for one in each.guardians.all() if one.pk in people) for each in students
    }
    roles = {Role.TEACHER: "teacher", Role.GUARDIAN: "guardian", Role.OFFICER: "siteAdministrator"}
    return {
        "manifest": manifest,
        "orgs": [_heads("name type identifier parentSourcedId"), (org, *bare, school.name, "school", "", "")],
        "academicSessions": [
            _heads("title type startDate endDate parentSourcedId schoolYear"),
            *sessions,
        ],
        "courses": [
            _heads("schoolYearSourcedId title courseCode grades orgSourcedId subjects subjectCodes"),
            *((source, *bare, f"year-{year.pk}", name, "", "", org, "", "") for name, source in names.items()),
        ],
        "classes": [
            _heads(
                "title grades courseSourcedId classCode classType location schoolSourcedId termSourcedIds subjects subjectCodes periods"
            ),
            *(
                (
                    f"class-{each.pk}",
                    *bare,
                    str(each),
                    "",
                    names[each.name],
                    each.section,
                    "scheduled",
                    each.room,
                    org,
                    f"year-{year.pk}",
                    "",
                    "",
                    each.times,
                )
                for each in classes
            ),
        ],
        "users": [
            _heads(
                "enabledUser username userIds givenName familyName middleName identifier email sms "
                "phone agentSourcedIds grades password userMasterIdentifier preferredGivenName preferredMiddleName "
                "preferredFamilyName primaryOrgSourcedId pronouns"
            ),
            *(
                (
                    source,
                    *bare,
                    "true",
                    each.person.sign_in if each.person else "",
                    "",
                    each.given_name,
                    each.family_name,
                    "",
                    each.number,
                    each.person.email if each.person else "",
                    "",
                    "",
                    agents[each.pk],
                    "",
                    "",
                    "",
                    "",
                    "",
                    "",
                    org,
                    each.pronouns,
                )
                for source, each in zip(family, students, strict=True)
            ),
            *(
                (
                    f"person-{pk}",
                    *bare,
                    "true",
                    each.sign_in,
                    "",
                    each.given_name,
                    each.family_name,
                    "",
                    "",
                    each.email,
                    *[""] * 10,
                    org,
                    "",
                )
                for pk, each in people.items()
            ),
        ],
        "roles": [
            _heads("userSourcedId roleType role beginDate endDate orgSourcedId userProfileSourcedId"),
            *((f"role-{source}", *bare, source, "primary", "student", "", "", org, "") for source in family),
            *(
                (
                    f"role-{each.pk}",
                    *bare,
                    f"person-{each.person_id}",
                    "primary",
                    roles[Role(each.role)],
                    "",
                    "",
                    org,
                    "",
                )
                for each in members
                if each.role != Role.STUDENT
            ),
        ],
        "enrollments": [
            _heads("classSourcedId schoolSourcedId userSourcedId role primary beginDate endDate"),
            *(
                (
                    f"enrolment-{each.pk}",
                    *bare,
                    f"class-{each.school_class_id}",
                    org,
                    f"student-{each.student_id}",
                    "student",
                    "",
                    each.starts.isoformat(),
                    "",
                )
                for each in enrolments
            ),
            *(
                (
                    f"teaching-{one.pk}",
                    *bare,
                    f"class-{each.pk}",
                    org,
                    f"person-{one.person_id}",
                    "teacher",
                    "true" if one.leads else "false",
                    "",
                    "",
                )
                for each in classes
                for one in each.teachings.all()
                if one.person_id in people
            ),
        ],
    }
