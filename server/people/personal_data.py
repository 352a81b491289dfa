"""All that is kept about one person, as a zip of tables: for whoever asks what their school knows of them."""

import datetime
import io
import zipfile
from collections.abc import Callable, Iterable, Mapping, Sequence

from accounts import second_factor
from accounts.models import Invitation
from exchange.csv_file import as_csv
from reports.models import CommentEvent, Effort, PostedGrade
from reports.posted import is_withdrawn
from school.calendar import local
from school.models import AuditEntry, Person, School, Student
from scores.models import LevelOverride, Override, Score, ScoreEvent
from scores.texts import plain_number, score_text

Table = Iterable[Sequence[object]]

Beside = Callable[[Student], Mapping[str, tuple[Sequence[str], Table]]]
_beside: list[Beside] = []


def tell_beside(tables: Beside) -> None:
    """Take what others keep about a student: tables by name, each with its heads."""
    _beside.append(tables)


_README = """What {school} keeps about {name}, as of {today}.

Each file is a table; any spreadsheet opens it. A file that is not here would have been empty.
Times are those of the school's clocks.
"""


def student_data(student: Student) -> bytes:
    """Everything about a student: who they are, their classes, scores with history, comments with history, grades, account."""
    school = student.school
    tables: dict[str, Table] = {
        "about": [
            ("number", student.number),
            ("given name", student.given_name),
            ("family name", student.family_name),
            ("official name", student.official_name),
            ("pronouns", student.pronouns),
            ("alias", student.alias),
            *(("guardian", f"{each} {each.email}".strip()) for each in student.guardians.order_by("pk")),
        ],
        "classes": [
            (each.school_class.year.name, each.school_class, first, last)
            for each in student.enrolments.select_related("school_class__year").order_by("starts", "pk")
            for first, last in [*each.earlier_stays, (each.starts, each.ends or "")]
        ],
        "scores": _scores(student),
        "history of scores": _score_history(student),
        "results put in place": [
            (
                each.school_class,
                each.term,
                "" if each.percent is None else plain_number(each.percent),
                each.mark,
                each.reason,
                each.changed_by,
                _time(school, each.changed_at),
            )
            for each in Override.objects.filter(student=student).select_related("school_class", "term", "changed_by")
        ],
        "levels": [
            (each.school_class, each.standard, each.mark, each.reason, each.changed_by, _time(school, each.changed_at))
            for each in LevelOverride.objects.filter(student=student).select_related("school_class", "changed_by")
        ],
        "effort": [
            (each.school_class, each.term, each.word)
            for each in Effort.objects.filter(student=student).select_related("school_class", "term")
        ],
        "comments": [
            (
                each.comment.school_class,
                each.comment.term,
                each.text,
                each.narrative,
                _spoken(each.by_standard),
                each.get_how_display(),
                each.person,
                _time(school, each.at),
            )
            for each in CommentEvent.objects.filter(comment__student=student)
            .select_related("comment__school_class", "comment__term", "person")
            .order_by("pk")
        ],
        "posted grades": _grades(student),
    }
    heads = {
        "about": ("what", "value"),
        "classes": ("year", "class", "from", "until"),
        "results put in place": ("class", "term", "percent", "mark", "reason", "by", "at"),
        "levels": ("class", "standard", "level", "reason", "by", "at"),
        "effort": ("class", "term", "effort"),
        "comments": ("class", "term", "comment", "narrative", "by standard", "how", "by", "at"),
        "scores": (
            "year",
            "class",
            "term",
            "assignment",
            "points",
            "score",
            "flag",
            "comment",
            "note",
            "by standard",
            "at",
        ),
        "history of scores": ("class", "assignment", "before", "after", "beside it", "how", "by", "at"),
        "posted grades": (
            "year",
            "class",
            "term",
            "percent",
            "mark",
            "effort",
            "comment",
            "narrative",
            "by",
            "at",
            "taken back",
        ),
    }
    if student.person is not None:
        tables |= _account(school, student.person)
        heads |= ACCOUNT_HEADS
    for told in _beside:
        for name, (head, table) in told(student).items():
            tables[name], heads[name] = table, tuple(head)
    return _zip(school, str(student), tables, heads)


def person_data(school: School, person: Person) -> bytes:
    """Everything that a school keeps about a teacher, guardian or officer of it."""
    tables: dict[str, Table] = {
        "about": [
            ("given name", person.given_name),
            ("family name", person.family_name),
            ("e-mail", person.email),
            *(("is at the school", each.get_role_display()) for each in person.memberships.filter(school=school)),
            *(("guardian of", f"{each} {each.number}") for each in person.children.filter(school=school)),
        ],
        "classes": [
            (each.school_class.year.name, each.school_class, each.starts or "", each.ends or "")
            for each in person.teachings.filter(school_class__school=school).select_related("school_class__year")
        ],
        "own comment bank": [(each.purpose, each.text) for each in person.bank.filter(school=school).order_by("pk")],
        "what they did": [
            (
                each.get_action_display(),
                each.operation,
                each.school_class or "",
                each.address or "",
                _time(school, each.at),
            )
            for each in AuditEntry.objects.filter(person=person, school=school)
            .select_related("school_class")
            .order_by("pk")
        ],
    }
    heads = {
        "about": ("what", "value"),
        "classes": ("year", "class", "from", "until"),
        "own comment bank": ("purpose", "sentence"),
        "what they did": ("what", "operation", "class", "from", "at"),
    }
    return _zip(school, str(person), tables | _account(school, person), heads | ACCOUNT_HEADS)


ACCOUNT_HEADS = {
    "account": ("what", "value"),
    "invitations": ("how", "at", "taken up"),
    "open sessions": ("browser", "from", "since"),
}


def _account(school: School, person: Person) -> dict[str, Table]:
    return {
        "account": [
            ("signs in as", person.sign_in),
            ("e-mail", person.email),
            ("can sign in", "yes" if person.is_active else "no"),
            ("has a second factor", "yes" if second_factor.is_on(person) else "no"),
        ],
        "invitations": [
            (
                "letter" if each.code else "e-mail",
                _time(school, each.at),
                _time(school, each.taken_at) if each.taken_at else "",
            )
            for each in Invitation.objects.filter(person=person).order_by("pk")
        ],
        "open sessions": [
            (each.browser, each.address or "", _time(school, each.at)) for each in person.open_sessions.order_by("pk")
        ],
    }


def _scores(student: Student) -> Table:
    rows = Score.objects.filter(student=student).select_related(
        "assignment__school_class__year", "assignment__term", "assignment"
    )
    for each in rows.order_by("assignment__school_class", "assignment__position", "pk"):
        work = each.assignment
        yield (
            work.school_class.year.name,
            work.school_class,
            work.term or "",
            work.name,
            "" if work.points is None else plain_number(work.points),
            score_text(each),
            each.flag,
            each.comment,
            each.note,
            _spoken(each.by_standard),
            _time(student.school, each.changed_at),
        )


def _score_history(student: Student) -> Table:
    events = ScoreEvent.objects.filter(score__student=student).select_related(
        "score__assignment__school_class", "person"
    )
    for each in events.order_by("pk"):
        work = each.score.assignment
        yield (
            work.school_class,
            work.name,
            each.before,
            each.after,
            _spoken(each.beside | each.by_standard),
            each.how,
            each.person,
            _time(student.school, each.at),
        )


def _grades(student: Student) -> Table:
    grades = PostedGrade.objects.filter(student=student).select_related(
        "posting__school_class__year", "posting__term", "posting__person", "withdrawal"
    )
    for each in grades.order_by("pk"):
        posting = each.posting
        yield (
            posting.school_class.year.name,
            posting.school_class,
            posting.term,
            each.percent_shown,
            each.mark,
            each.effort,
            each.comment,
            each.narrative,
            posting.person,
            _time(student.school, posting.at),
            each.withdrawal.reason if is_withdrawn(each) else "",
        )


def _spoken(values: dict[str, object]) -> str:
    """What is kept by name, as a line: a value, or from what to what."""
    return "; ".join(
        f"{name}: {' to '.join(str(part) for part in value) if isinstance(value, list) else value}"
        for name, value in values.items()
    )


def _time(school: School, moment: datetime.datetime) -> str:
    return f"{local(school, moment):%Y-%m-%d %H:%M}"


def _zip(school: School, name: str, tables: dict[str, Table], heads: Mapping[str, Sequence[object]]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("README.txt", _README.format(school=school.name, name=name, today=school.today()))
        for called, table in tables.items():
            rows = list(table)
            if rows:
                archive.writestr(f"{called}.csv", as_csv([heads[called], *rows]))
    return out.getvalue()
