"""Scores as families are shown them: in points, in percent, as a mark or as no more than that there is one (R14)."""

from fractions import Fraction
from functools import cached_property

from django.utils.translation import gettext as _
from gradecore.book import NUMBER
from gradecore.column import Column
from gradecore.figures import score_percent
from gradecore.numbers import fixed_text
from plans.models import Assignment
from scores.book import LoadedClass


class ShownScores:
    """The scores of a class in a term, the term by its number."""

    def __init__(self, loaded: LoadedClass, term: str) -> None:
        self.loaded, self.term = loaded, term
        self.rules, self.gradebook = loaded.plan.rules, loaded.family_gradebook

    @cached_property
    def columns(self) -> dict[str, Column]:
        """The term's columns, as the families' grade is made of them."""
        return {each.id: each for each in self.gradebook.plan(self.term).columns}

    def text(self, student: int, assignment: Assignment) -> str:
        """A student's score, where families are shown it; else nothing."""
        number = assignment.pk
        score = self.loaded.rows.get((student, number))
        if score is None or number not in self.loaded.shown:
            return ""
        if self.rules.families_points or not isinstance(self.loaded.value_of(student, number), NUMBER):
            return self.loaded.text_of(score, assignment)
        percent = self._percent(student, assignment)
        if percent is None:
            return _("scored")
        if self.rules.families_percent:
            return f"{fixed_text(percent, self.rules.decimals)} %"
        mark = self.gradebook.marks.look_up(percent, None, "half_up").mark
        return mark if self.rules.families_mark else _("scored")

    def _percent(self, student: int, assignment: Assignment) -> Fraction | None:
        """What the student's number comes to in percent, as adjusted."""
        score = self.gradebook.book.scores.get(str(student), {}).get(str(assignment.pk))
        return score_percent(self.columns[str(assignment.pk)], score) if isinstance(score, NUMBER) else None
