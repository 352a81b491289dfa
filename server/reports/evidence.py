"""The evidence beside a comment: what a student's term says, so that the comment can."""

from dataclasses import replace
from fractions import Fraction

from gradecore.book import NUMBER
from gradecore.figures import score_percent
from gradecore.gradebook import Gradebook
from gradecore.numbers import fixed_text
from school.models import Student, Term
from scores.book import LoadedClass
from scores.grid import is_apart

from reports.desk_schemas import (
    BandOut,
    EarlierOut,
    EvidenceCategoryOut,
    EvidenceOut,
    EvidenceStandardOut,
    LevelOut,
    TrendOut,
)
from reports.models import Comment, PostedGrade
from reports.placeholders import values
from reports.posted import in_force, latest


def _level(percent: Fraction) -> float:
    return round(float(min(max(percent, Fraction(0)), Fraction(100))), 1)


def trend_of(loaded: LoadedClass, student: str, term: Term) -> list[TrendOut]:
    """A student's scores in percent by due date, with a place for what is missing."""
    if loaded.gradebook.terms[str(term.pk)].parts:
        return []
    missing = loaded.gradebook.result(student, str(term.pk)).missing
    works = {str(each.pk): each for each in loaded.plan.assignments}
    colours = {each.pk: each.colour for each in loaded.plan.categories}
    found = []
    for column in loaded.gradebook.plan(str(term.pk)).columns:
        work = works[column.id]
        score = loaded.book.scores.get(student, {}).get(column.id)
        if not column.is_assigned(student) or is_apart(loaded, work):
            continue
        percent = score_percent(column, score) if isinstance(score, NUMBER) else None
        if percent is not None or column.id in missing:
            trend = TrendOut(
                name=work.name,
                due_on=work.due_on,
                colour=colours.get(work.category_id or 0),
                percent=None if percent is None else fixed_text(percent, 1),
                level=_level(percent or Fraction(0)),
            )
            found.append((work.due_on or term.ends, column.position, trend))
    return [each for _, _, each in sorted(found, key=lambda each: each[:2])]


def _course(loaded: LoadedClass, student: str, term: Term) -> list[LevelOut]:
    """How the student's grade went: what it was, by the rules as they are now, after each day with a score or closed work.

    What is due later has no score yet on such a day, and is not closed.
    """
    due = {str(each.pk): each.due_on for each in loaded.plan.assignments if each.term_id == term.pk}
    all_scores = loaded.book.scores.get(student, {})
    said = {work.id for work in loaded.book.assignments if work.id in all_scores or work.closed}
    days = sorted({due_on for work, due_on in due.items() if due_on is not None and work in said})
    found = []
    for day in days:
        later = {work for work, due_on in due.items() if due_on is not None and due_on > day}
        scores = {work: score for work, score in all_scores.items() if work not in later}
        assignments = tuple(
            replace(work, closed=False) if work.id in later else work for work in loaded.book.assignments
        )
        book = replace(
            loaded.book, students=(student,), scores={student: scores}, assignments=assignments, overrides={}
        )
        percent = Gradebook(book, checked=True).result(student, str(term.pk)).percent
        if percent is not None:
            found.append(LevelOut(day=day, percent=fixed_text(percent, 1), level=_level(percent)))
    return found


def own_values(loaded: LoadedClass, student: Student, term: Term) -> dict[str, str]:
    """What the placeholders become for a student in a term."""
    result = loaded.gradebook.result(str(student.pk), str(term.pk))
    names = {str(each.pk): each.name for each in loaded.plan.categories}
    works = {str(each.pk): each.name.partition(":")[0] for each in loaded.plan.assignments}
    known = sorted(
        (each.percent, names[name])
        for name, each in result.categories.items()
        if each.percent is not None and name in names
    )
    best, weakest = (known[-1][1], known[0][1]) if len(known) > 1 else ("", "")
    missing = [works[each] for each in result.missing]
    said = " and ".join(each for each in (", ".join(missing[:-1]), *missing[-1:]) if each)
    return values(student.given_name, student.pronouns, best=best, weakest=weakest, missing=said)


def evidence_of(loaded: LoadedClass, student: Student, term: Term) -> EvidenceOut:
    """What the comment desk shows of a student in a term."""
    key = str(student.pk)
    result = loaded.gradebook.result(key, str(term.pk))
    works = {str(each.pk): each for each in loaded.plan.assignments}
    today = loaded.plan.school_class.school.today()
    in_term = [each for each in loaded.plan.assignments if each.term_id == term.pk]
    late = [each.name for each in in_term if (row := loaded.rows.get((student.pk, each.pk))) and row.flag == "late"]
    to_come = [
        each.name
        for each in in_term
        if each.due_on
        and each.due_on >= today
        and not each.closed
        and str(each.pk) not in loaded.book.scores.get(key, {})
    ]
    comment = Comment.objects.filter(school_class=loaded.plan.school_class, student=student, term=term).first()
    course = _course(loaded, key, term)
    trend = [each for each in trend_of(loaded, key, term) if each.percent is not None]
    levels = [each.level for each in course] + [each.level for each in trend]
    bands = [
        BandOut(mark=mark, level=_level(least))
        for mark, least in loaded.gradebook.marks.begins
        if levels and min(levels) - 10 <= least <= max(levels)
    ]
    return EvidenceOut(
        student_id=student.pk,
        trend=trend,
        course=course,
        bands=bands,
        categories=_categories(loaded, student, term),
        missing=[works[each].name for each in result.missing],
        late=late,
        to_come=to_come,
        earlier=_earlier(loaded, student, term),
        narrative=comment.narrative if comment else "",
        by_standard=comment.by_standard if comment else {},
        standards=_standards(loaded, key),
    )


def _standards(loaded: LoadedClass, student: str) -> list[EvidenceStandardOut]:
    """How a student stands in the standards that the class works with, over all terms (R8)."""
    scales = loaded.levels.scales
    works = {str(each.pk): each for each in loaded.plan.assignments}
    within = {each.id: each.parent for each in loaded.book.standards}
    found = []
    for name, result in loaded.levels.results(student).items():
        if result.final_mark is None or result.final_value is None:
            continue
        pieces = len(result.evidence)
        last = works[result.evidence[-1].assignment].name.partition(":")[0] if pieces else ""
        words = "" if not pieces else f"1 piece, {last}" if pieces == 1 else f"{pieces} pieces, last {last}"
        found.append(
            EvidenceStandardOut(
                name=name,
                within=within[name],
                mark=result.final_mark,
                level=_level(result.final_value * 100 / scales[name].out_of),
                words=words or "from its parts",
            )
        )
    return found


def _categories(loaded: LoadedClass, student: Student, term: Term) -> list[EvidenceCategoryOut]:
    result = loaded.gradebook.result(str(student.pk), str(term.pk))
    own = own_values(loaded, student, term)
    found = []
    for each in loaded.plan.categories:
        percent = result.categories[str(each.pk)].percent if str(each.pk) in result.categories else None
        if percent is not None:
            words = {own.get("best"): "best", own.get("weakest"): "weakest"}.get(each.name, "")
            found.append(
                EvidenceCategoryOut(
                    name=each.name,
                    sign=each.sign,
                    colour=each.colour,
                    percent=fixed_text(percent, 1),
                    level=_level(percent),
                    words=words,
                )
            )
    return found


def _earlier(loaded: LoadedClass, student: Student, term: Term) -> list[EarlierOut]:
    """Comments posted in earlier terms of the class, the last first."""
    grades = PostedGrade.objects.filter(posting__school_class=loaded.plan.school_class, student=student)
    found = [each for each in in_force(latest(grades).values()) if each.posting.term.position < term.position]
    return [
        EarlierOut(term=each.posting.term.name, mark=each.mark, comment=each.comment)
        for each in sorted(found, key=lambda each: -each.posting.term.position)
        if each.comment
    ]
