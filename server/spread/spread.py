"""How a class lies, now and as a draft or something tried would have it."""

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Any, cast

from gradecore.change import Change, changed
from gradecore.gradebook import Gradebook
from gradecore.numbers import decimal_text, fixed_text
from gradecore.spread import CloseBelow, close_below
from gradecore.statistics import statistics
from plans.models import Draft, TermPlan
from school.models import Person, SchoolClass, Teaching
from scores.book import LoadedClass
from scores.class_cache import cached_class, cached_draft
from scores.consequence import consequence, counted
from scores.grid import mean_text, namesakes_of

from spread.schemas import (
    ClassSpreadOut,
    CloseOut,
    DotOut,
    GroupOut,
    LineStandOut,
    MarkBandOut,
    Move,
    ScaleShownOut,
    SectionOut,
    SubjectOut,
)
from spread.subject import Subject, alike_in, subjects
from spread.trying import Trial, tried

SHORTEST_AXIS = 20
"""How many percentage points an axis shows at least."""


@dataclass(frozen=True)
class Sight:
    """What is looked at: the class in force, and as its draft would have it where there is one."""

    now: LoadedClass
    drafted: LoadedClass
    has_draft: bool

    @classmethod
    def of(cls, school_class: SchoolClass) -> "Sight":
        """A class with its draft."""
        now = cached_class(school_class)
        has_draft = Draft.objects.filter(school_class=school_class).exists()
        return cls(now, cached_draft(school_class) if has_draft else now, has_draft)


@dataclass(frozen=True)
class Asked:
    """How one asks: who asks, and how they teach the class as their request found it, for what is loaded of the class may be of
    before they last noted something; within how many percentage points somebody is close below a mark, and whether other sections
    are wanted. What is asked while a hand moves wants the dots alone, without what stays as it is.
    """

    person: Person
    teaching: Teaching | None
    within: Fraction = Fraction(1)
    with_sections: bool = False
    dots_alone: bool = False


def see_spread(sight: Sight, subject: Subject, asked: Asked, trial: Trial | None = None) -> ClassSpreadOut:
    """How a class lies; a trial is laid over the draft."""
    loaded, drafted = sight.now, sight.drafted
    gradebook = loaded.gradebook
    if trial is not None:
        after: Gradebook | None = tried(drafted, subject, trial)
    else:
        after = drafted.gradebook if sight.has_draft else None
    steps = steps_of(drafted, subject)
    sections, together = _sections(loaded, subject, asked.person) if asked.with_sections else ([], None)
    moved = list(changed(gradebook, after, str(subject.term.pk))) if after else []
    moves = _moves(subject, gradebook, after, moved)
    dots = _dots(loaded, subject, gradebook, after, moves)
    marks = (after or gradebook).marks
    places = [each["place"] for dot in dots for each in (dot["now"], dot["then"]) if each is not None]
    begins, ends = _axis(places, [float(least) for _, least in marks.begins])
    rules, scale = drafted.gradebook.rules(str(subject.term.pk)), drafted.plan.rules.scale
    return ClassSpreadOut(
        term_id=subject.term.pk,
        term=subject.term.name,
        subject=SubjectOut(kind=subject.kind, id=subject.number, name=subject.name),
        subjects=subjects(loaded, subject.term),
        levels_alone=subject.kind != "assignment" and rules.levels_alone,
        begins=begins,
        ends=ends,
        bands=_bands(dots, marks, with_then=after is not None),
        dots=dots,
        figures=figures_of(subject.name, subject.percents(gradebook), _missing(gradebook, subject)),
        then=figures_of(subject.name, subject.percents(after), _missing(after, subject)) if after else None,
        would=None
        if after is None
        else counted(moved)
        if asked.dots_alone
        else consequence(loaded.plan, gradebook, after, subject.term),
        terms=[] if asked.dots_alone else _terms(loaded),
        sections=sections,
        together=together,
        close=[] if asked.dots_alone else _close(loaded, gradebook, subject, asked),
        half_step=_half_step(rules.round_to, gradebook),
        steps=steps,
        means_by_step=_means_by_step(sight, subject, trial or Trial(steps, {}), after),
        version=next((each.version for each in loaded.plan.assignments if each.pk == subject.number), None)
        if subject.kind == "assignment"
        else None,
        scale=ScaleShownOut(
            id=scale.pk,
            name=scale.name,
            out_of=decimal_text(marks.scale.out_of),
            is_shared=scale.is_shared,
            is_own=scale.owner_id == asked.person.pk,
        ),
        has_draft=sight.has_draft,
        has_aliases=bool(asked.teaching and asked.teaching.view.get("hasAliases")),
        without=sum(dot["now"] is None for dot in dots),
    )


def _dots(
    loaded: LoadedClass, subject: Subject, now: Gradebook, then: Gradebook | None, moves: Mapping[str, Move]
) -> list[DotOut]:
    """Everybody by percent, the lowest first; who has no number comes last."""
    percents, after = subject.percents(now), subject.percents(then) if then else {}
    namesakes = namesakes_of(loaded.plan.roster)
    overrides = loaded.book.overrides
    found = []
    for student in loaded.plan.students:
        key = str(student.pk)
        override = overrides.get(key, {}).get(str(subject.term.pk)) if subject.kind == "term" else None
        put = None if override is None or override.is_empty else now.result(key, str(subject.term.pk)).final_mark
        was, becomes = percents.get(key), after.get(key)
        found.append(
            DotOut(
                student_id=student.pk,
                given_name=student.given_name,
                family_name=student.family_name,
                alias=student.alias,
                number=student.number if (student.given_name, student.family_name) in namesakes else None,
                now=_stand(subject, now, was),
                then=_stand(subject, then, becomes) if then else None,
                move=moves.get(key, "stays"),
                is_lower=bool(then) and becomes is not None and was is not None and becomes < was,
                override=put,
                reason=override.reason if override and put else "",
            )
        )
    return sorted(found, key=lambda dot: (dot["now"] is None, dot["now"]["place"] if dot["now"] else 0.0))


def _moves(subject: Subject, now: Gradebook, then: Gradebook | None, moved: Sequence[Change]) -> dict[str, Move]:
    """What becomes of each student's mark here; of the term's by what would change, overrides included."""
    if then is None:
        return {}
    if subject.kind == "term":
        return {each.student: cast("Move", each.move) for each in moved}
    before, after = subject.percents(now), subject.percents(then)
    found: dict[str, Move] = {}
    for student in before.keys() & after.keys():
        old, new = subject.mark_of(now, before[student]), subject.mark_of(then, after[student])
        if old != new:
            found[student] = "rises" if (then.marks.min_of(new) or 0) > (then.marks.min_of(old) or 0) else "falls"
    return found


def _stand(subject: Subject, gradebook: Gradebook, percent: Fraction | None) -> LineStandOut | None:
    if percent is None:
        return None
    mark = subject.mark_of(gradebook, percent)
    return LineStandOut(percent=subject.text_of(gradebook, percent, mark), place=round(float(percent), 4), mark=mark)


def _axis(places: Sequence[float], begins: Sequence[float]) -> tuple[float, float]:
    """From where to where the axis goes: from the band of the lowest, or close below the lowest where that band is a wide one."""
    low, high = min(places, default=0.0), max(places, default=100.0)
    band = max((each for each in begins if each <= low), default=0.0)
    first = band if low - band <= SHORTEST_AXIS / 2 else 5 * (low // 5) - 5
    last = 100.0 if high <= 100 else 5 * (high // 5) + 5
    return min(first, last - SHORTEST_AXIS), last


def _bands(dots: Sequence[DotOut], marks: Any, *, with_then: bool) -> list[MarkBandOut]:
    """The scale's marks from the lowest, with how many have each."""
    now = Counter(dot["now"]["mark"] for dot in dots if dot["now"])
    then = Counter(dot["then"]["mark"] for dot in dots if dot["then"])
    return [
        MarkBandOut(
            mark=band.mark,
            min=decimal_text(band.min),
            value="" if band.value is None else decimal_text(band.value),
            place=round(float(begins), 4),
            now=now[band.mark],
            then=then[band.mark] if with_then else None,
        )
        for band, (_, begins) in zip(marks.bands, marks.begins, strict=True)
    ]


def figures_of(name: str, percents: Mapping[str, Fraction], missing: int) -> GroupOut:
    """The figures of some percents (R9)."""
    found = statistics(percents.values())
    return GroupOut(
        name=name,
        count=found.count,
        mean=mean_text(found.mean),
        median=mean_text(found.median),
        deviation=mean_text(found.deviation),
        lower_quartile=mean_text(found.lower_quartile),
        upper_quartile=mean_text(found.upper_quartile),
        lowest=mean_text(found.minimum),
        highest=mean_text(found.maximum),
        missing=missing,
        mean_place=None if found.mean is None else round(float(found.mean), 4),
    )


def _missing(gradebook: Gradebook, subject: Subject) -> int:
    """How many pieces of work are missing here, of all students together."""
    term = str(subject.term.pk)
    number = str(subject.number)
    works = {
        each.id
        for each in gradebook.book.assignments
        if subject.kind == "term" or number == (each.id if subject.kind == "assignment" else each.category)
    }
    return sum(work in works for student in gradebook.book.students for work in gradebook.result(student, term).missing)


def _terms(loaded: LoadedClass) -> list[GroupOut]:
    """The class in each of its terms that has grades."""
    found = []
    for term in loaded.plan.terms:
        subject = Subject.of_term(term)
        percents = subject.percents(loaded.gradebook)
        if percents:
            found.append(figures_of(term.name, percents, _missing(loaded.gradebook, subject)))
    return found


def _sections(loaded: LoadedClass, subject: Subject, person: Person) -> tuple[list[SectionOut], GroupOut | None]:
    """The same in the other classes of this name that the person teaches or taught, this year's first; and all together with this
    one.
    """
    here = loaded.plan.school_class
    taught = SchoolClass.objects.for_person(person).filter(
        school_id=here.school_id, name=here.name, teachings__person=person, archived_at=None
    )
    found = []
    # A student of two years counts in each.
    percents = {f"{here.pk} {student}": each for student, each in subject.percents(loaded.gradebook).items()}
    missing = _missing(loaded.gradebook, subject)
    for each in taught.exclude(pk=here.pk).order_by("-year__starts", "position", "section"):
        if each.teaching_of(person) is None:
            continue
        other = cached_class(each)
        same = alike_in(other, subject)
        if same is None:
            continue
        name = str(each) if each.year_id == here.year_id else f"{each}, {each.year.name}"
        own, gone = same.percents(other.gradebook), _missing(other.gradebook, same)
        percents |= {f"{each.pk} {student}": percent for student, percent in own.items()}
        missing += gone
        dots = _dots(other, same, other.gradebook, None, {})
        found.append(SectionOut(class_id=each.pk, name=name, dots=dots, figures=figures_of(name, own, gone)))
    return found, figures_of("all together", percents, missing) if found else None


def _close(loaded: LoadedClass, gradebook: Gradebook, subject: Subject, asked: Asked) -> list[CloseOut]:
    """Who is close below a mark in the term, the closest first; whoever has an override is not: their grade is decided."""
    if subject.kind != "term":
        return []
    term = str(subject.term.pk)
    looked_at = asked.teaching.looked_at.get(term, {}) if asked.teaching else {}
    decided = {student for student, own in loaded.book.overrides.items() if term in own and not own[term].is_empty}
    decimals = gradebook.rules(term).decimals
    return [
        CloseOut(
            student_id=int(each.student),
            percent=subject.text_of(gradebook, each.percent, each.mark),
            mark=each.mark,
            next_mark=each.next_mark,
            lack=_lack(each, decimals),
            shown_reaches=each.shown_reaches,
            is_looked_at=looked_at.get(each.student) == str(each.percent),
        )
        for each in close_below(gradebook, term, asked.within)
        if each.student not in decided
    ]


def _lack(close: CloseBelow, decimals: int) -> str:
    """How much is lacking, with as many decimals as it takes not to look like nothing."""
    for more in range(max(decimals, 1), 11):
        text = fixed_text(close.lack, more)
        if Fraction(text):
            return text
    return "0"


def _means_by_step(sight: Sight, subject: Subject, trial: Trial, after: Gradebook | None) -> list[str]:
    """The mean before the first step of what is tried, and after each; empty where there is no step. `after` is the class with
    all of them.
    """
    drafted = sight.drafted
    steps = steps_of(drafted, subject) if trial.steps is None else trial.steps
    if not steps:
        return []
    before_last = (replace(trial, steps=steps[:count]) for count in range(len(steps)))
    books = [*(tried(drafted, subject, each) for each in before_last), after or drafted.gradebook]
    percents = (subject.percents(book) for book in books)
    return [mean_text(statistics(each.values()).mean) or "–" for each in percents]


def _half_step(round_to: Fraction | None, gradebook: Gradebook) -> str | None:
    return None if round_to is None else decimal_text(round_to * 50 / gradebook.marks.scale.out_of)


def steps_of(loaded: LoadedClass, subject: Subject) -> list[dict[str, Any]]:
    """The steps that adjust what is looked at; a category has none of its own."""
    if subject.kind == "assignment":
        return next(each.adjust for each in loaded.plan.assignments if each.pk == subject.number)
    plan: TermPlan | None = loaded.plan.term_plans.get(subject.term.pk) if subject.kind == "term" else None
    return plan.adjust if plan else []
