"""The lens: a cell in full."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Any

from gradecore.book import NUMBER
from gradecore.figures import score_percent
from gradecore.gradebook import Gradebook
from gradecore.numbers import decimal_text, fixed_text, in_units
from gradecore.result import TermResult
from gradecore.scale import Marks
from gradecore.statistics import statistics
from plans.models import Assignment
from school.calendar import local
from school.models import Person, School, SchoolClass, Student, Term
from school.refusal import NotYours

from scores.book import LoadedClass, ScoreRow
from scores.entry_schemas import ChosenOut
from scores.grid import grade, is_apart, mean_text, slip_words, slips_of
from scores.models import Score, ScoreEvent
from scores.schemas import BesideOut, EffectOut, EventOut, LensOut, MarkOut, StandardScoreOut
from scores.texts import plain_number

MOST_EVENTS = 50
MOST_PHRASES = 6
LONGEST_PHRASE = 60


def lens(loaded: LoadedClass, student: Student, assignment_id: int, person: Person) -> LensOut:
    """Everything about one student's score on one assignment, for a teacher who looks at it."""
    work = next((each for each in loaded.plan.assignments if each.pk == assignment_id), None)
    if work is None:
        raise NotYours
    term = next(each for each in loaded.plan.terms if each.pk == work.term_id)
    score = loaded.rows.get((student.pk, work.pk))
    column = next(each for each in loaded.gradebook.plan(str(term.pk)).columns if each.id == str(work.pk))
    value = loaded.value_of(student.pk, work.pk)
    percent = score_percent(column, value) if isinstance(value, NUMBER) else None
    slip = slips_of(loaded, column).get(str(student.pk)) if score is not None and not score.meant else None
    meant = loaded.lines.typed(slip.meant, work) if slip is not None and slip.meant is not None else None
    tried = _tried(loaded, student, work, term, slip.meant if slip else None)
    percents = [result.percent for _, _, result in tried if result.percent is not None]
    ruler = Ruler.around(percents, loaded.gradebook.marks)
    return LensOut(
        text=loaded.text_of(score, work),
        version=score.version if score else 0,
        percent=None if percent is None else fixed_text(percent, 1),
        words=_words(loaded, student, work, term),
        slip=slip_words(loaded, work, slip) if slip else None,
        meant=meant,
        ruler=[MarkOut(mark=mark, place=ruler.place(begins)) for mark, begins in ruler.marks],
        effects=[_effect(*each, term, ruler) for each in tried],
        drop=_drop(loaded, student, work, tried),
        standards=_standards(loaded, student, work),
        history=history(loaded.plan.school_class.school, score),
        phrases=_phrases(loaded.plan.school_class, person),
    )


def _phrases(school_class: SchoolClass, person: Person) -> list[str]:
    """Short comments that the teacher wrote last in the class, latest first."""
    mine = Score.objects.filter(assignment__school_class=school_class, changed_by=person).exclude(comment="")
    written = mine.order_by("-changed_at").values_list("comment", flat=True)[:200]
    return [each for each in dict.fromkeys(written) if len(each) <= LONGEST_PHRASE][:MOST_PHRASES]


def history(school: School, score: ScoreRow | None) -> list[EventOut]:
    """What became of a score, newest first."""
    if score is None:
        return []
    events = ScoreEvent.objects.filter(score_id=score.pk).select_related("person").order_by("-id")
    return [
        EventOut(
            before=each.before,
            after=each.after,
            how=each.how,
            who=str(each.person),
            at=local(school, each.at),
            standards=[
                f"{name} {was or 'blank'} → {now or 'blank'}"
                for name, (was, now) in (each.levels | each.by_standard).items()
            ],
            beside=[BesideOut(what=what, before=was, after=now) for what, (was, now) in each.beside.items()],
        )
        for each in events[:MOST_EVENTS]
    ]


def chosen_figures(loaded: LoadedClass, cells: Sequence[tuple[int, int]]) -> ChosenOut:
    """The figures of the numbers, in points as entered, in some cells."""
    numbers = [
        Fraction(score.number)
        for each in cells
        if (score := loaded.rows.get(each)) is not None and score.number is not None
    ]
    figures = statistics(numbers)
    return ChosenOut(
        cells=len(cells),
        count=figures.count,
        sum=decimal_text(sum(numbers, Fraction(0))),
        mean=mean_text(figures.mean),
        median=mean_text(figures.median),
    )


def _standards(loaded: LoadedClass, student: Student, work: Assignment) -> list[StandardScoreOut]:
    """What the work holds for each standard that it names, and the student's level in it."""
    if loaded.by_standard is None or not work.standards:
        return []
    shown = loaded.by_standard.shown(loaded.kept_by_standard.get((student.pk, work.pk), {}), work)
    levels = loaded.levels.results(str(student.pk))
    return [
        StandardScoreOut(name=name, text=text, points=work.standard_points.get(name), level=levels[name].final_mark)
        for name, text in zip(work.standards, shown, strict=True)
    ]


def _words(loaded: LoadedClass, student: Student, work: Assignment, term: Term) -> str:
    """How the score stands in the grade."""
    result = loaded.gradebook.result(str(student.pk), str(term.pk))
    left_out = result.left_out.get(str(work.pk))
    if any(str(work.pk) in each.dropped for each in result.categories.values()):
        return "dropped"
    if is_apart(loaded, work):
        return "not in the grade"
    if str(work.pk) in result.missing:
        return "missing"
    reasons = {
        "not_assigned": "not assigned",
        "blank": "left out until there is a score",
        "code": "left out by its code",
    }
    return reasons.get(left_out or "", "left out") if left_out else "counts"


@dataclass(frozen=True)
class Ruler:
    """A stretch of the scale, from where one mark begins to where another does, in percent; for drawing."""

    begins: Fraction
    ends: Fraction
    marks: list[tuple[str, Fraction]]

    @classmethod
    def around(cls, percents: Sequence[Fraction], marks: Marks) -> "Ruler":
        """The stretch of whole marks that holds some percents."""
        if not percents:
            return cls(Fraction(0), Fraction(100), [])
        begins = max((least for _, least in marks.begins if least <= min(percents)), default=min(percents))
        ends = min((least for _, least in marks.begins if least > max(percents)), default=max(Fraction(100), *percents))
        return cls(begins, ends, [each for each in marks.begins if begins <= each[1] < ends])

    def place(self, percent: Fraction) -> float:
        """Where a percent lies, in percent of the width."""
        return (
            round(100 * float((percent - self.begins) / (self.ends - self.begins)), 1)
            if self.ends > self.begins
            else 0.0
        )


Tried = tuple[str, Gradebook, TermResult]


def _tried(loaded: LoadedClass, student: Student, work: Assignment, term: Term, meant: Fraction | None) -> list[Tried]:
    """The term's result with the score, and what it would be otherwise; each with words for it."""
    row = dict(loaded.book.scores.get(str(student.pk), {}))
    if str(work.pk) not in row:
        return []
    tried: list[tuple[str, dict[str, Any]]] = [("as it is", row)]
    tried.append(("without it", {name: each for name, each in row.items() if name != str(work.pk)}))
    if meant is not None:
        tried.append((f"as {loaded.lines.typed(meant, work)}", row | {str(work.pk): in_units(meant)}))
    found = []
    for words, mine in tried:
        book = replace(loaded.book, scores={**loaded.book.scores, str(student.pk): mine})
        if str(work.pk) not in mine:
            # What its chosen levels come to goes, too.
            chosen = loaded.book.criterion_levels
            others = {name: each for name, each in chosen.get(str(student.pk), {}).items() if name != str(work.pk)}
            book = replace(book, criterion_levels={**chosen, str(student.pk): others})
        gradebook = Gradebook(book, checked=True)
        found.append((words, gradebook, gradebook.result(str(student.pk), str(term.pk))))
    return found


def _effect(words: str, gradebook: Gradebook, result: TermResult, term: Term, ruler: Ruler) -> EffectOut:
    made = grade(gradebook, result, str(term.pk))
    place = None if result.percent is None else ruler.place(result.percent)
    return EffectOut(words=words, percent=made.computed_percent, mark=made.computed_mark, place=place)


def _drop(loaded: LoadedClass, student: Student, work: Assignment, tried: Sequence[Tried]) -> str:
    """That the score is dropped in place of another, which counts for that."""
    if not tried:
        return ""
    (_, _, now), (_, _, without), *_ = tried
    dropped, otherwise = (
        {name for each in result.categories.values() for name in each.dropped} for result in (now, without)
    )
    spared = [each for each in loaded.plan.assignments if str(each.pk) in otherwise - dropped]
    if str(work.pk) not in dropped or not spared:
        return ""
    said = [
        f"{each.name} ({loaded.text_of(loaded.rows.get((student.pk, each.pk)), each)} of {plain_number(each.points)})"
        for each in spared
    ]
    return f"It takes the drop, so that {' and '.join(said)} {'counts' if len(said) == 1 else 'count'}."
