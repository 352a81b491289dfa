"""What one looks at: the class in a term, in one of its categories, or in one assignment."""

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction

from gradecore.gradebook import Gradebook
from gradecore.numbers import fixed_text
from gradecore.shown import shown_percent
from gradecore.spread import assignment_percents, category_percents, term_percents
from school.models import Term
from school.refusal import NotYours
from scores.book import LoadedClass, term_of, works_of

from spread.schemas import Kind, SubjectOut


@dataclass(frozen=True)
class Subject:
    """A term, or a category or an assignment in it. `number` is that of the category or assignment."""

    kind: Kind
    term: Term
    number: int
    name: str

    @classmethod
    def of_term(cls, term: Term) -> "Subject":
        """The class in a term as a whole."""
        return cls("term", term, term.pk, term.name)

    def percents(self, gradebook: Gradebook) -> Mapping[str, Fraction]:
        """Each student's percent here; who has no number is not in it."""
        term, number = str(self.term.pk), str(self.number)
        if self.kind == "category":
            return category_percents(gradebook, term, number)
        if self.kind == "assignment":
            column = next((each for each in gradebook.plan(term).columns if each.id == number), None)
            return {} if column is None else assignment_percents(gradebook, column)
        return term_percents(gradebook, term)

    def mark_of(self, gradebook: Gradebook, percent: Fraction) -> str:
        """The mark that a percent comes to by the term's rules (R6.2)."""
        rules = gradebook.rules(str(self.term.pk))
        return gradebook.marks.look_up(percent, rules.round_to, rules.rounding).mark

    def text_of(self, gradebook: Gradebook, percent: Fraction, mark: str) -> str:
        """A percent as it is shown: of a term with the decimals that its mark needs, of anything else with one."""
        if self.kind != "term":
            return fixed_text(percent, 1)
        return shown_percent(gradebook.marks, percent, mark, gradebook.rules(str(self.term.pk)).decimals)


def subject_of(loaded: LoadedClass, term_id: int | None, kind: Kind, number: int | None) -> Subject:
    """What was asked for. Raises NotYours where the class has no such term, category or assignment."""
    term = term_of(loaded, term_id)
    if kind == "term":
        return Subject.of_term(term)
    if kind == "category":
        category = next((each for each in loaded.plan.categories if each.pk == number), None)
        if category is None or term.is_made_of_terms:
            raise NotYours
        return Subject("category", term, category.pk, category.name)
    work = next((each for each in works_of(loaded, term) if each.pk == number), None)
    if work is None:
        raise NotYours
    return Subject("assignment", term, work.pk, work.name)


def subjects(loaded: LoadedClass, term: Term) -> list[SubjectOut]:
    """What can be looked at in a term."""
    found = [SubjectOut(kind="term", id=term.pk, name=term.name)]
    if not term.is_made_of_terms:
        found += [SubjectOut(kind="category", id=each.pk, name=each.name) for each in loaded.plan.categories]
        found += [SubjectOut(kind="assignment", id=each.pk, name=each.name) for each in works_of(loaded, term)]
    return found


def alike_in(loaded: LoadedClass, subject: Subject) -> Subject | None:
    """The same in another class: the term of that name, and in it the category or assignment of that name; None without one."""
    term = next((each for each in loaded.plan.terms if each.pk == subject.term.pk), None) or next(
        (each for each in loaded.plan.terms if each.name == subject.term.name), None
    )
    if term is None:
        return None
    if subject.kind == "term":
        return Subject.of_term(term)
    rows = loaded.plan.categories if subject.kind == "category" else works_of(loaded, term)
    found = next((each for each in rows if each.name == subject.name), None)
    return None if found is None else Subject(subject.kind, term, found.pk, found.name)
