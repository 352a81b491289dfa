"""A class by standard: every student's level with the evidence behind it, and one of them in full (R8)."""

from collections.abc import Mapping
from fractions import Fraction
from functools import cached_property

from gradecore import book as core
from gradecore.level_steps import how_it_comes, level_steps, number_text, trend
from gradecore.scale import Marks
from gradecore.standards import StandardResult
from plans.standards import About, about
from school import windows
from school.calendar import local
from school.models import Student, Term
from school.refusal import NotYours
from scores.book import LoadedClass
from scores.grid import namesakes_of
from scores.models import LevelOverride

from standards.schemas import (
    ByStandardOut,
    EvidencePieceOut,
    LevelCellOut,
    LevelOfScaleOut,
    LevelRowOut,
    LevelWorkingOut,
    PartOfOut,
    SetByHandOut,
    StandardColumnOut,
)

Levels = list[tuple[str, Fraction]]
"""Levels from the lowest, each with the value that it counts as."""


def _levels(marks: Marks) -> Levels:
    return [(band.mark, marks.value_of(band.mark) or Fraction(0)) for band in marks.bands]


def _height(levels: Levels, value: Fraction) -> float:
    values = [value for _, value in levels]
    low, high = min(values), max(values)
    return round(float(min(max((value - low) / (high - low), Fraction(0)), Fraction(1))), 3) if high > low else 0.5


def _heights(levels: Levels) -> list[LevelOfScaleOut]:
    return [LevelOfScaleOut(mark=mark, height=_height(levels, value)) for mark, value in levels]


class ClassByStandard:
    """A loaded class as students by standards."""

    def __init__(self, loaded: LoadedClass, term: Term) -> None:
        self.loaded, self.term = loaded, term

    @cached_property
    def about(self) -> Mapping[str, About]:
        """What the school's standards say of themselves, by name."""
        return about(self.loaded.plan.school_class.school)

    @cached_property
    def asked(self) -> set[str]:
        """The standards for which the term's reporting window wants a level."""
        return windows.asked_for(self.term)

    @cached_property
    def shown(self) -> list[tuple[core.Standard, int]]:
        """The standards that work of the class names, with what they are part of, each after its parent; and how deep they are."""
        found: list[tuple[core.Standard, int]] = []

        def add(parent: str | None, depth: int) -> None:
            for each in self.loaded.book.standards:
                if each.parent == parent:
                    found.append((each, depth))
                    add(each.id, depth + 1)

        add(None, 0)
        return found

    def height(self, standard: str, value: Fraction) -> float:
        """Where a value lies from the standard's lowest level to its highest, from 0 to 1; for drawing."""
        return _height(self.levels[standard], value)

    @cached_property
    def levels(self) -> dict[str, Levels]:
        """The levels of each standard."""
        found = {each.id: self.loaded.levels.marks(each.id) for each in self.loaded.book.standards}
        levels = {id(marks): _levels(marks) for marks in found.values()}
        return {name: levels[id(marks)] for name, marks in found.items()}

    def table(self) -> ByStandardOut:
        """Everybody's level in every standard that the class works with; nothing where it works with none."""
        usual = self.loaded.book.standards_scale
        if usual is None:
            return ByStandardOut(
                term_id=self.term.pk, term=self.term.name, levels=[], columns=[], rows=[], asked=0, lacking=0
            )
        results = {each.pk: self.loaded.levels.results(str(each.pk)) for each in self.loaded.plan.students}
        overrides = self.loaded.book.standard_overrides
        lacking: set[int] = set()
        columns = []
        for each, depth in self.shown:
            marks = [results[student][each.id].final_mark for student in results]
            is_asked = each.id in self.asked
            without = [student for student in results if results[student][each.id].final_mark is None]
            if is_asked:
                lacking.update(without)
            said = self.about.get(each.id, {})
            columns.append(
                StandardColumnOut(
                    name=each.id,
                    code=said.get("code", ""),
                    wording=said.get("wording", ""),
                    within=each.parent,
                    depth=depth,
                    has_parts=bool(self.loaded.levels.children_of(each.id)),
                    pieces=self._pieces(each.id),
                    is_asked=is_asked,
                    lacking=len(without) if is_asked else 0,
                    counts=[marks.count(mark) for mark, _ in self.levels[each.id]],
                    own_levels=None if self.loaded.levels.scales[each.id] is usual else _heights(self.levels[each.id]),
                )
            )
        namesakes = namesakes_of(self.loaded.plan.roster)
        rows: list[LevelRowOut] = [
            {
                "student_id": student.pk,
                "given_name": student.given_name,
                "family_name": student.family_name,
                "alias": student.alias,
                "number": student.number if (student.given_name, student.family_name) in namesakes else None,
                "cells": [
                    self._cell(each.id, results[student.pk][each.id], each.id in overrides.get(str(student.pk), {}))
                    for each, _ in self.shown
                ],
            }
            for student in self.loaded.plan.students
        ]
        return ByStandardOut(
            term_id=self.term.pk,
            term=self.term.name,
            levels=_heights(_levels(Marks(usual))),
            columns=columns,
            rows=rows,
            asked=sum(each.is_asked for each in columns),
            lacking=len(lacking),
        )

    def _pieces(self, standard: str) -> int:
        return sum(
            standard in {each.id for each in work.standards} | {each.standard for each in work.criteria}
            for work in self.loaded.book.assignments
        )

    def _cell(self, standard: str, result: StandardResult, by_hand: bool) -> LevelCellOut:
        return {
            "mark": result.final_mark,
            "computed": result.mark,
            "by_hand": by_hand,
            "from_parts": result.value is not None and not result.evidence,
            "heights": [self.height(standard, each.value) for each in result.evidence],
        }

    def working(self, student: Student, standard: str) -> LevelWorkingOut:
        """How one student stands in one standard. Raises NotYours for one that the class does not work with."""
        found = next((each for each, _ in self.shown if each.id == standard), None)
        if found is None:
            raise NotYours
        results = self.loaded.levels.results(str(student.pk))
        result = results[standard]
        said = self.about.get(standard, {})
        return LevelWorkingOut(
            name=standard,
            code=said.get("code", ""),
            wording=said.get("wording", ""),
            mark=result.final_mark,
            computed=result.mark,
            value=None if result.value is None else number_text(result.value),
            out_of=number_text(self.loaded.levels.scales[standard].out_of),
            by_hand=self._by_hand(student, standard),
            how=how_it_comes(found),
            steps=level_steps(self.loaded.levels, found, results),
            trend=trend(self.loaded.levels, standard, result),
            pieces=self._evidence(standard, result),
            into=self._part(found.parent, results) if found.parent else None,
            parts=[self._part(each, results) for each in self.loaded.levels.children_of(standard)],
        )

    def _part(self, standard: str, results: Mapping[str, StandardResult]) -> PartOfOut:
        return PartOfOut(name=standard, mark=results[standard].final_mark)

    def _by_hand(self, student: Student, standard: str) -> SetByHandOut | None:
        school_class = self.loaded.plan.school_class
        row = (
            LevelOverride.objects.filter(school_class=school_class, student=student, standard=standard)
            .select_related("changed_by")
            .first()
        )
        if row is None:
            return None
        at = local(school_class.school, row.changed_at)
        return SetByHandOut(mark=row.mark, who=str(row.changed_by), at=at, reason=row.reason)

    def _evidence(self, standard: str, result: StandardResult) -> list[EvidencePieceOut]:
        works = {str(each.pk): each for each in self.loaded.plan.assignments}
        return [
            EvidencePieceOut(
                assignment_id=works[each.assignment].pk,
                term_id=works[each.assignment].term_id,
                name=works[each.assignment].name,
                due_on=works[each.assignment].due_on,
                text=number_text(each.value),
                level=self.loaded.levels.band_of(standard, each.value),
                is_shown=works[each.assignment].pk in self.loaded.shown,
                height=self.height(standard, each.value),
            )
            for each in result.evidence
        ]
