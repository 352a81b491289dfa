"""Pairing: which class, category, term and mark here is which one at the register.

What is the same by name or by its days pairs by itself; what only seems to be is proposed, and holds once somebody agrees. What is
agreed holds for every section of a course, for all classes with a scale, and by its name in later years.
"""

import datetime
import difflib
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

from django.db import transaction
from exchange.columns import folded
from plans.models import Category, GroundRules
from school.models import Person, SchoolClass, Term
from school.refusal import Refused

from sending.models import PairedKind, Pairing
from sending.register_lists import Lists, Part, lists_of

How = Literal["chosen", "agreed", "same name", "same days", "proposed", "gone", "none"]
"""How a pair came about. `gone` is one that the register does not have any more; `proposed` and `none` do not hold."""
HOLDING: tuple[How, ...] = ("chosen", "agreed", "same name", "same days")
ALIKE = 0.72
"""How much two names are alike to be proposed as a pair, from 0 to 1."""
MOST_STUDENTS = 0.5
"""Which share of a class's students another has at the register to be proposed."""
GRADES_HERE = "grades"


@dataclass(frozen=True)
class Pair:
    """Something here and what it is at the register: what holds, or what is proposed."""

    kind: PairedKind
    scope: str
    here: str
    name: str
    how: How
    there: str = ""
    there_title: str = ""
    by: str = ""
    at: datetime.datetime | None = None

    @property
    def holds(self) -> bool:
        """Whether something may go by it."""
        return self.how in HOLDING


class ClassPairing:
    """The pairs of one class."""

    def __init__(
        self,
        school_class: SchoolClass,
        terms: Iterable[Term],
        categories: Iterable[Category],
        lists: Lists | None = None,
    ) -> None:
        self.school_class, self.school = school_class, school_class.school
        self.terms, self.categories = list(terms), list(categories)
        self._lists = lists
        mine = Pairing.objects.filter(school=self.school).select_related("by")
        self._kept = {(each.kind, each.scope, each.here): each for each in mine}

    @cached_property
    def lists(self) -> Lists:
        """What the register has; of classes all, for what is not paired may be any of them."""
        return self._lists or lists_of(self.school)

    @cached_property
    def rules(self) -> GroundRules:
        """The class's ground rules with their scale."""
        return (
            GroundRules.objects.select_related("scale")
            .prefetch_related("scale__bands")
            .get(school_class=self.school_class)
        )

    @cached_property
    def of_class(self) -> Pair:
        """The class's own pair."""
        named = {_name(str(self.school_class))}

        def propose(parts: list[Part]) -> Part | None:
            numbers = set(self.school_class.enrolments.filter(ends=None).values_list("student__number", flat=True))
            shares = [(len(numbers & set(each.details["students"])) / max(len(numbers), 1), each) for each in parts]
            best = max(shares, key=lambda each: each[0], default=(0.0, None))
            return best[1] if best[0] > MOST_STUDENTS else None

        return self._pair(
            PairedKind.CLASS,
            "",
            str(self.school_class.pk),
            str(self.school_class),
            self.lists.classes,
            lambda part: _name(part.title) in named,
            propose,
        )

    @cached_property
    def of_terms(self) -> dict[int, Pair]:
        """Each term's pair."""
        return {each.pk: self._of_term(each) for each in self.terms}

    def _of_term(self, term: Term) -> Pair:
        before = {
            each.there_title for each in self._kept.values() if each.kind == PairedKind.TERM and each.scope == term.name
        }

        def is_same(part: Part) -> bool:
            return part.days == (term.starts, term.ends)

        def propose(parts: list[Part]) -> Part | None:
            near = [each for each in parts if each.days and each.days[0] <= term.ends and term.starts <= each.days[1]]
            known = [each for each in near if each.title in before or _name(each.title) == _name(term.name)]
            length = (term.ends - term.starts).days
            fitting = [
                each for each in near if each.days and abs((each.days[1] - each.days[0]).days - length) <= length // 4
            ]
            return next(iter(known or sorted(fitting, key=lambda each: _distance(each, term))), None)

        return self._pair(
            PairedKind.TERM, term.name, str(term.pk), term.name, self.lists.sessions, is_same, propose, same="same days"
        )

    @cached_property
    def of_categories(self) -> dict[int, Pair]:
        """Each category's pair, which holds for all sections of the course."""
        taken: set[str] = set()
        found = {}
        for each in self.categories:
            pair = self._of_category(PairedKind.CATEGORY, _name(each.name), each.name, each, taken)
            found[each.pk] = pair
            taken.add(pair.there)
        return found

    @cached_property
    def of_grades(self) -> Pair:
        """The category under which posted grades stand at the register."""
        return self._of_category(PairedKind.GRADES, GRADES_HERE, "Posted grades", None, set())

    def _of_category(self, kind: PairedKind, here: str, name: str, category: Category | None, taken: set[str]) -> Pair:
        def propose(parts: list[Part]) -> Part | None:
            free = [each for each in parts if each.sourced_id not in taken]
            if category is None:
                return next((each for each in free if "grade" in folded(each.title)), None)
            weighing = [
                each for each in free if each.details.get("weight") == float(category.weight) and category.weight
            ]
            return _most_alike(name, free) or (weighing[0] if len(weighing) == 1 else None)

        scope = self.school_class.name if kind is PairedKind.CATEGORY else ""
        return self._pair(
            kind, scope, here, name, self.lists.categories, lambda part: _name(part.title) == _name(name), propose
        )

    @cached_property
    def register_scale(self) -> Part | None:
        """The register's scale for the class: its own, its course's, or the one for all that has most of its marks."""
        there = self.lists.classes.get(self.of_class.there) if self.of_class.holds else None
        if there is not None:
            for field, value in (("class", there.sourced_id), ("course", there.details.get("course"))):
                for each in self.lists.scales.values():
                    if value and each.details[field] == value:
                        return each
        mine = {same_mark(band.mark) for band in self.rules.scale.bands.all()}
        general = [
            each for each in self.lists.scales.values() if not each.details["class"] and not each.details["course"]
        ]
        shares = [(len(mine & {same_mark(mark) for mark, _ in each.details["marks"]}), each) for each in general]
        best = max(shares, key=lambda each: each[0], default=(0, None))
        return best[1] if best[0] else None

    @cached_property
    def of_marks(self) -> dict[str, Pair]:
        """Each mark's pair, which holds for all classes with the scale; none where the register has no scale for the class."""
        scale = self.register_scale
        if scale is None:
            return {}
        parts = {mark: Part(mark, mark, {}) for mark, _ in scale.details["marks"]}
        outside = [mark for mark, _ in self.school.outside_marks]
        marks = [*(band.mark for band in self.rules.scale.bands.all()), *outside]
        name = self.rules.scale.name
        return {
            mark: self._pair(PairedKind.MARK, name, mark, mark, parts, _is_mark(mark), lambda _: None) for mark in marks
        }

    def mark_there(self, mark: str) -> str | None:
        """What the register calls a mark; None for one that it does not know. Without a scale there any mark goes as it is."""
        if not mark or self.register_scale is None:
            return mark
        pair = self.of_marks.get(mark)
        return pair.there if pair is not None and pair.holds else None

    def all(self) -> list[Pair]:
        """Everything that is paired, in the order in which it is shown; of marks those that are not the same, and of
        those outside of the scale the ones that somebody has paired."""
        ours = {band.mark for band in self.rules.scale.bands.all()}
        unlike = [
            each
            for each in self.of_marks.values()
            if each.how != "same name" and (each.here in ours or each.how != "none")
        ]
        return [self.of_class, *self.of_categories.values(), self.of_grades, *self.of_terms.values(), *unlike]

    def choices(self, kind: str) -> Mapping[str, Part]:
        """What something of a kind can be paired with."""
        marks = self.register_scale.details["marks"] if self.register_scale else []
        return {
            PairedKind.CLASS: self.lists.classes,
            PairedKind.TERM: self.lists.sessions,
            PairedKind.CATEGORY: self.lists.categories,
            PairedKind.GRADES: self.lists.categories,
            PairedKind.MARK: {mark: Part(mark, mark, {}) for mark, _ in marks},
        }[PairedKind(kind)]

    def _pair(
        self,
        kind: PairedKind,
        scope: str,
        here: str,
        name: str,
        parts: Mapping[str, Part],
        is_same: Callable[[Part], bool],
        propose: Callable[[list[Part]], Part | None],
        same: How = "same name",
    ) -> Pair:
        kept = self._kept.get((kind, scope, here))
        if kept is not None:
            part = parts.get(kept.there)
            how: How = "gone" if part is None else "chosen" if kept.is_chosen else "agreed"
            title = part.title if part is not None else kept.there_title
            return Pair(kind, scope, here, name, how, kept.there, title, str(kept.by), kept.at)
        alike = [each for each in parts.values() if is_same(each)]
        if len(alike) == 1:
            return Pair(kind, scope, here, name, same, alike[0].sourced_id, alike[0].title)
        proposed = alike[0] if alike else propose(list(parts.values()))
        if proposed is None:
            return Pair(kind, scope, here, name, "none")
        return Pair(kind, scope, here, name, "proposed", proposed.sourced_id, proposed.title)


@transaction.atomic
def agree(pairing: ClassPairing, person: Person) -> int:
    """Agree to all that is proposed for a class. Gives how many pairs that were."""
    proposed = [each for each in pairing.all() if each.how == "proposed"]
    for each in proposed:
        _keep(pairing, person, each, each.there, each.there_title, is_chosen=False)
    return len(proposed)


@transaction.atomic
def choose(pairing: ClassPairing, person: Person, kind: str, here: str, there: str) -> None:
    """Say what something is at the register; with nothing, what was said is forgotten. Raises Refused for what is not there."""
    pair = next((each for each in _everything(pairing) if each.kind == kind and each.here == here), None)
    if pair is None:
        raise Refused("This is not there to be paired any more. Look at the list as it is now.", "here")
    if not there:
        Pairing.objects.filter(school=pairing.school, kind=kind, scope=pair.scope, here=here).delete()
        return
    part = pairing.choices(kind).get(there)
    if part is None:
        raise Refused("The register does not have this. Choose from its list.", "there")
    _keep(pairing, person, pair, there, part.title, is_chosen=True)


def _everything(pairing: ClassPairing) -> list[Pair]:
    return [*pairing.all(), *pairing.of_marks.values()]


def _keep(pairing: ClassPairing, person: Person, pair: Pair, there: str, title: str, *, is_chosen: bool) -> None:
    Pairing.objects.update_or_create(
        school=pairing.school,
        kind=pair.kind,
        scope=pair.scope,
        here=pair.here,
        defaults={
            "there": there,
            "there_title": title,
            "is_chosen": is_chosen,
            "by": person,
            "at": pairing.school.now(),
        },
    )


def _distance(part: Part, term: Term) -> int:
    days = part.days
    assert days is not None
    return abs((days[0] - term.starts).days) + abs((days[1] - term.ends).days)


def _most_alike(name: str, parts: list[Part]) -> Part | None:
    """The part whose name has a word of this one's, or is much like it."""
    words = set(folded(name).split())
    sharing = [each for each in parts if words & set(folded(each.title).split())]
    if len(sharing) == 1:
        return sharing[0]
    near = [(difflib.SequenceMatcher(None, folded(name), folded(each.title)).ratio(), each) for each in parts]
    best = max(near, key=lambda each: each[0], default=(0.0, None))
    return best[1] if best[0] >= ALIKE else None


def _name(text: str) -> str:
    """A name as it compares."""
    return " ".join(text.split()).casefold()


def same_mark(text: str) -> str:
    """A mark as it compares: one minus is like another."""
    return text.strip().casefold().replace("−", "-").replace("–", "-")


def _is_mark(mark: str) -> Callable[[Part], bool]:
    return lambda part: same_mark(part.title) == same_mark(mark)
