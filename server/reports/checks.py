"""The checks before posting: what may be wrong with a student's report, each a sentence.

A check that the school made binding for a reporting window stops that student's posting; the others ask.
"""

from collections import Counter
from collections.abc import Iterator, Mapping

from school import windows
from school.models import CommentsBy, Term
from scores.book import LoadedClass
from scores.loose_ends import loose_ends_of

from reports.levels import reported
from reports.placeholders import left_in
from reports.schemas import ReportCheckOut, ReportGrade
from reports.text_checks import Named, other_names, same_texts, wrong_pronouns
from reports.written import Written, lacks_grade

KINDS: Mapping[str, str] = {
    "no_grade": "no grade",
    "no_level": "no level in a standard that is asked for",
    "no_reason": "an override without a reason",
    "loose_ends": "loose ends still open",
    "no_comment": "no comment",
    "no_effort": "no effort",
    "other_name": "another student’s name",
    "placeholder": "a placeholder left in",
    "too_long": "a comment that is too long",
    "same_text": "the same text for many",
    "pronouns": "pronouns that do not fit",
}
"""Every kind of check, and what it is called where the school makes it binding."""

ALWAYS = frozenset({"no_grade"})
"""What stops posting whatever the school says: there is nothing to post."""


def standards_of(loaded: LoadedClass, term: Term) -> list[str]:
    """The standards that the term's work names, each once, in the order of the work."""
    in_term = [each for each in loaded.plan.assignments if each.term_id == term.pk]
    return list(dict.fromkeys(name for each in in_term for name in each.standards))


def checks_of(
    loaded: LoadedClass, term: Term, kept: Written, grades: Mapping[int, ReportGrade]
) -> dict[int, list[ReportCheckOut]]:
    """The open checks of every student, by student."""
    named = {each.pk: Named(each.pk, each.given_name, each.family_name, each.pronouns) for each in loaded.plan.students}
    texts = {
        pk: (each.text, "\n".join([each.narrative, *each.by_standard.values()])) for pk, each in kept.comments.items()
    }
    long = {pk: max(map(len, (each.text, *each.by_standard.values()))) for pk, each in kept.comments.items()}
    standards = standards_of(loaded, term) if kept.window and kept.window.comments_by == CommentsBy.STANDARD else []
    same = same_texts([(named[pk], text) for pk, (text, _) in texts.items() if pk in named])
    loose = Counter(each.student_id for each in loose_ends_of(loaded, term) if each.kind != "excused")
    binding = ALWAYS | set(kept.window.binding if kept.window else [])
    collects = windows.collected(kept.window)
    limit = windows.comment_limit(kept.window)

    asked = [each for each in reported(loaded, term) if each in windows.asked_for(term)]

    def of(student: Named) -> Iterator[tuple[str, str]]:
        grade, override = grades[student.id], kept.overrides.get(student.id)
        text, further = texts.get(student.id, ("", ""))
        comment = kept.comments.get(student.id)
        unsaid = [each for each in standards if comment is None or each not in comment.by_standard]
        if lacks_grade(grade):
            yield "no_grade", "no grade"
        lacking = [each for each in asked if each not in grade.levels]
        if lacking:
            yield "no_level", f"no level in {' and '.join(lacking)}"
        if override is not None and not override.reason.strip():
            yield "no_reason", "no reason given"
        if loose[student.id]:
            yield "loose_ends", f"{loose[student.id]} loose end{'' if loose[student.id] == 1 else 's'}"
        if "comment" in collects and not text.strip() and (not standards or len(unsaid) == len(standards)):
            yield "no_comment", "no comment"
        elif "comment" in collects and unsaid:
            yield "no_comment", f"no comment on {' and '.join(unsaid)}"
        if "effort" in collects and not kept.efforts.get(student.id):
            yield "no_effort", "no effort"
        yield from _of_text(f"{text}\n{further}", student)
        if long.get(student.id, 0) > limit:
            yield "too_long", f"{long[student.id] - limit} characters too long"
        if student.id in same:
            yield "same_text", f"same text as {same[student.id]} others"

    def _of_text(text: str, student: Named) -> Iterator[tuple[str, str]]:
        if names := other_names(text, student, named.values()):
            yield "other_name", f"names {' and '.join(names)}"
        if left := left_in(text):
            yield "placeholder", f"{' and '.join(dict.fromkeys(left))} left in"
        if wrong := wrong_pronouns(text, student):
            yield "pronouns", f"says “{'” and “'.join(wrong)}”"

    return {
        student.id: [ReportCheckOut(kind=kind, words=words, is_binding=kind in binding) for kind, words in of(student)]
        for student in named.values()
    }
