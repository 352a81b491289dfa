"""Opening a gradebook file over an empty class: its plan, scores and overrides become the class's, and come to what they came to."""

import datetime
import json
import uuid
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, fields, replace
from decimal import Decimal
from fractions import Fraction
from typing import Any

from django.db import transaction
from gradecore import book as core
from gradecore.check import BookError
from gradecore.file import read_book, write_book
from gradecore.gradebook import Gradebook
from gradecore.numbers import UNIT, decimal_text
from plans.assignments import add_assignment
from plans.categories import add_category
from plans.keeping import begin, keep
from plans.loading import codes_of, core_code, core_scale, load_plan
from plans.models import Assignment, Category, GradingScale, GroundRules, TermPlan
from plans.scales import TypedBand, save_code, save_scale, scales_of
from school import acts
from school.models import Person, SchoolClass, Student, Term
from school.refusal import Refused
from scores.book import LoadedClass, load_class
from scores.class_cache import as_it_is
from scores.entering import MOST_ENTRIES, Typed, enter
from scores.models import Score
from scores.overriding import OverrideGiven, override

from exchange.columns import folded
from exchange.students import Roster


@dataclass(frozen=True)
class Pairing:
    """Which student and which term of the class is meant by each name in the file; None where nobody is, and it is left out."""

    students: Mapping[str, Student | None]
    terms: Mapping[str, Term | None]


@dataclass(frozen=True)
class Opened:
    """What was made of a file, in numbers; `left` says in words what of it was not taken, `unlike` where results differ."""

    categories: int
    works: int
    scores: int
    overrides: int
    left: list[str] = field(default_factory=list)
    unlike: list[str] = field(default_factory=list)


LONGEST = 2_000_000
"""How many characters a gradebook file has at most."""
MOST_TOLD = 12
"""Of so many things that are wrong with a file it is told at once."""


def read_gradebook(text: str) -> core.Book:
    """The book in a gradebook file. Raises Refused with what is wrong with it (R15)."""
    if len(text) > LONGEST:
        raise Refused(f"This has {len(text):,} characters; a gradebook file has at most {LONGEST:,}.", "file")
    try:
        given = json.loads(text)
    except ValueError as error:
        raise Refused(f"This is no gradebook file: {error}.", "file") from None
    try:
        return read_book(given)
    except BookError as error:
        told = [f"{each.place}: {each.message}" for each in error.problems]
        more = f" And {len(told) - MOST_TOLD} more." if len(told) > MOST_TOLD else ""
        raise Refused(f"The file is refused. {' '.join(told[:MOST_TOLD])}{more}", "file") from None


def pair(
    school_class: SchoolClass, book: core.Book, students: Mapping[str, int | None], terms: Mapping[str, int | None]
) -> Pairing:
    """Students by number, alias or name, terms by name or in their order; but as was chosen where something was."""
    loaded = load_class(school_class)
    roster = Roster(loaded.plan.students)
    found: dict[str, Student | None] = {}
    for each in book.students:
        found[each] = roster.called(each)
        if each in students:
            found[each] = roster.students.get(students[each] or 0)
    here = {folded(each.name): each for each in loaded.plan.terms}
    paired = {each.id: here.get(folded(each.id)) for each in book.terms}
    leaves = [each for each in book.terms if not each.parts]
    own = [each for each in loaded.plan.terms if not each.is_made_of_terms]
    if not any(paired[each.id] for each in leaves):
        # None is called as one here: then their order tells, the last being the running one.
        running = own.index(loaded.plan.running_term()) + 1
        paired |= dict(zip([each.id for each in reversed(leaves)], reversed(own[:running]), strict=False))
    by_key = {each.pk: each for each in loaded.plan.terms}
    paired |= {each.id: by_key.get(terms[each.id] or 0) for each in book.terms if each.id in terms}
    return Pairing(found, paired)


@transaction.atomic
def open_gradebook(school_class: SchoolClass, person: Person, book: core.Book, pairing: Pairing) -> Opened:
    """Make the class what the file says, as one act. Raises Refused, changing nothing, where the class is not empty, or where
    something in the file is taken by no class.
    """
    if school_class.categories.exists() or Assignment.objects.filter(school_class=school_class).exists():
        raise Refused(
            "This class has a plan already. A gradebook file is opened over an empty one; its scores can be taken alone.",
            "file",
        )
    with acts.as_one(school_class, person, "opened a gradebook file"):
        return _Opening(school_class, person, book, pairing).all()


def try_to_open(school_class: SchoolClass, person: Person, book: core.Book, pairing: Pairing) -> Opened:
    """What opening would make, without making it."""
    with transaction.atomic():
        found = open_gradebook(school_class, person, book, pairing)
        transaction.set_rollback(True)
    return found


class _Opening:
    def __init__(self, school_class: SchoolClass, person: Person, book: core.Book, pairing: Pairing) -> None:
        self.school_class, self.person, self.book, self.pairing = school_class, person, book, pairing
        self.students = {name: each for name, each in pairing.students.items() if each is not None}
        self.terms = {name: each for name, each in pairing.terms.items() if each is not None}
        self.written = write_book(book)
        self.left: list[str] = []

    def all(self) -> Opened:
        self._rules()
        categories = {each.id: self._category(each) for each in self.book.categories}
        for term in self.book.terms:
            self._term(term, categories)
        works = dict(self._works(categories))
        self._shares(works)
        scores = self._scores(works)
        overrides = sum(self._overrides())
        if self.book.standard_scores:
            self.left.append("Levels by standard were left out: standards are the school’s.")
        loaded = load_class(as_it_is(self.school_class))
        unlike = list(self._unlike(loaded))
        return Opened(len(categories), len(works), scores, overrides, self.left, unlike)

    def _rules(self) -> None:
        for code in self.book.codes:
            self._code(code)
        scale = self._scale()
        rules = GroundRules.objects.select_for_update().get(school_class=self.school_class)
        given = {each.name: getattr(self.book.ground_rules, each.name) for each in fields(core.GroundRules)}
        changed = begin(rules, {*given, "scale_id"})
        for name, value in given.items():
            setattr(rules, name, _kept_rule(name, value))
        rules.scale_id = scale.pk
        keep(self.school_class, self.person, [changed], "took the ground rules of a gradebook file")

    def _code(self, code: core.ScoreCode) -> None:
        here = next(
            (each for each in codes_of(self.school_class) if each.code.casefold() == code.code.casefold()), None
        )
        if here is not None and core_code(here) == replace(code, code=here.code):
            return
        percent = "" if code.percent is None else decimal_text(code.percent)
        does = {"effect": code.effect, "percent": percent, "missing": code.missing, "over_100_meant": True}
        named = {} if here else {"code": code.code, "name": code.code}
        save_code(self.school_class, self.person, here.pk if here else None, {**named, **does})

    def _scale(self) -> GradingScale:
        wanted = replace(self.book.scale, round_to=None, rounding="half_up")
        for each in scales_of(self.school_class, self.person).prefetch_related("bands"):
            if core_scale(each) == wanted:
                return each
        bands = [
            TypedBand(each.mark, decimal_text(each.min), "" if each.value is None else decimal_text(each.value))
            for each in wanted.bands
        ]
        name = f"Scale of {self.school_class}"[:50]
        return save_scale(self.school_class, self.person, None, name, decimal_text(wanted.out_of), bands)

    def _category(self, given: core.Category) -> Category:
        written = {
            "name": given.id,
            "weight": decimal_text(given.weight),
            "method": given.method,
            "drop_lowest": given.drop_lowest,
            "drop_highest": given.drop_highest,
            "cap": given.cap,
            "bonus": given.bonus,
        }
        return add_category(self.school_class, self.person, written)

    def _term(self, given: core.Term, categories: Mapping[str, Category]) -> None:
        term = self.terms.get(given.id)
        own = given.ground_rules or given.weights or given.adjust or given.parts
        if term is None or not own:
            return
        written: dict[str, Any] = next(each for each in self.written["terms"] if each["id"] == given.id)
        row, _ = TermPlan.objects.get_or_create(school_class=self.school_class, term=term)
        changed = begin(row, ("ground_rules", "weights", "adjust", "part_weights", "parts_from"))
        row.ground_rules = written.get("ground_rules", {})
        # Where a term weighs its categories by itself, it says so of all.
        row.weights = (
            {
                str(categories[each.id].pk): decimal_text(given.weights.get(each.id, each.weight))
                for each in self.book.categories
            }
            if given.weights
            else {}
        )
        row.adjust = written.get("adjust", [])
        parts = {part.term: part.weight for part in given.parts if part.term in self.terms}
        row.part_weights = {str(self.terms[name].pk): decimal_text(weight) for name, weight in parts.items()}
        row.parts_from = given.parts_from
        keep(self.school_class, self.person, [changed], f"took over how {term.name} is made")

    def _works(self, categories: Mapping[str, Category]) -> Iterator[tuple[str, Assignment]]:
        written = {each["id"]: each for each in self.written.get("assignments", [])}
        for each in self.book.assignments:
            term = self.terms.get(each.term)
            if term is None:
                self.left.append(f"{each.id} was left out: its term {each.term} is none here.")
                continue
            chosen = [self.students[name].pk for name in sorted(each.assigned or ()) if name in self.students]
            if each.assigned is not None and not chosen:
                self.left.append(f"{each.id} was left out: nobody whom it is for is in this class.")
                continue
            work = add_assignment(
                self.school_class,
                self.person,
                {
                    "name": each.id,
                    "category_id": categories[each.category].pk if each.category else None,
                    "term_id": term.pk,
                    "points": decimal_text(each.points),
                    "zero_meant": True,
                    "step": decimal_text(each.step),
                    "share": decimal_text(each.share),
                    "extra": each.extra,
                    "never_drop": each.never_drop,
                    "counts": each.counts,
                    "closed": each.closed,
                    "shown": each.shown,
                    "due_on": self._day(each.date),
                    "adjust": written[each.id].get("adjust", []),
                    "criteria": _criteria(each),
                    "for_everyone": each.assigned is None,
                    **({} if each.assigned is None else {"chosen": chosen}),
                },
            )
            yield each.id, work

    def _shares(self, works: Mapping[str, Assignment]) -> None:
        """Each share as it is in the file, whatever room was made for those that came after it."""
        shares = {each.id: each.share for each in self.book.assignments}
        changed = []
        for name, work in works.items():
            work.refresh_from_db()
            changed.append(begin(work, ("share",)))
            work.share, work.share_fixed = Decimal(decimal_text(shares[name])), True
        keep(self.school_class, self.person, changed, "took the shares of a gradebook file")

    def _day(self, date: str | None) -> datetime.date | None:
        """A due date, where it lies in the class's school year."""
        day = datetime.date.fromisoformat(date[:10]) if date else None
        year = self.school_class.year
        return day if day and year.starts <= day <= year.ends else None

    def _scores(self, works: Mapping[str, Assignment]) -> int:
        criteria = {each.id: each.criteria for each in self.book.assignments}
        entries = [
            Typed(
                self.students[name].pk,
                works[work].pk,
                score_line(row.get(work), criteria[work], levels.get(work, {})),
                0,
                how="from a file",
            )
            for name in self.students
            for row, levels in [(self.book.scores.get(name, {}), self.book.criterion_levels.get(name, {}))]
            for work in works
            if work in row or work in levels
        ]
        plan = load_plan(as_it_is(self.school_class))
        for begins in range(0, len(entries), MOST_ENTRIES):
            entered = enter(plan, self.person, uuid.uuid4(), entries[begins : begins + MOST_ENTRIES])
            for refused in entered.answer["refused"]:
                raise Refused(f"{refused['typed']}: {refused['message']}", "file")
        return Score.objects.filter(assignment__school_class=self.school_class).count()

    def _overrides(self) -> Iterator[int]:
        for name, term in self.terms.items():
            given = [
                OverrideGiven(
                    self.students[student],
                    "" if own[name].percent is None else decimal_text(own[name].percent or Fraction(0)),
                    own[name].mark or "",
                    own[name].reason,
                )
                for student, own in self.book.overrides.items()
                if student in self.students and name in own
            ]
            yield override(self.school_class, self.person, term, given, sure=True) if given else 0

    def _unlike(self, loaded: LoadedClass) -> Iterator[str]:
        """Where the class comes to something else than the file: nobody is to find that out at the end of a term."""
        before, after = Gradebook(self.book), loaded.gradebook
        for name, student in self.students.items():
            for each, term in self.terms.items():
                was, now = before.result(name, each), after.result(str(student.pk), str(term.pk))
                if (was.percent, was.final_mark) != (now.percent, now.final_mark):
                    yield (
                        f"{student}, {term.name}: {was.percent_shown or 'nothing'} {was.final_mark or ''} in the file,"
                        f" {now.percent_shown or 'nothing'} {now.final_mark or ''} here."
                    )


def _kept_rule(name: str, value: Any) -> Any:
    """A ground rule as it is kept."""
    if name == "standard_weights":
        return {standard: decimal_text(weight) for standard, weight in value.items()}
    return decimal_text(value) if name == "round_to" and value is not None else value


def _criteria(work: core.Assignment) -> list[dict[str, Any]]:
    return [
        {
            "name": each.id,
            "points": decimal_text(each.points),
            "standard": each.standard,
            "levels": [{"name": level.name, "points": decimal_text(level.points)} for level in each.levels],
        }
        for each in work.criteria
    ]


def score_line(score: core.Score | None, criteria: Sequence[core.Criterion], chosen: Mapping[str, str]) -> str:
    """A score as it would be typed, with the levels chosen by their numbers."""
    places = [
        next((str(place) for place, level in enumerate(each.levels, 1) if level.name == chosen.get(each.id)), "")
        for each in criteria
    ]
    return "/".join(["" if score is None else _typed(score), *(places if any(places) else [])])


def _typed(score: core.Score) -> str:
    return decimal_text(Fraction(score, UNIT)) if not isinstance(score, str) else score
