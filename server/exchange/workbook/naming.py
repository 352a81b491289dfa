"""A loaded class as a book in which people read names instead of numbers."""

from collections.abc import Iterable, Mapping
from dataclasses import replace

from gradecore.book import Book
from scores.book import LoadedClass


def with_names(loaded: LoadedClass, *, aliases: bool = False) -> Book:
    """The class's book, with students by family name (or alias), work by short name, categories and terms by name."""
    plan, book = loaded.plan, loaded.book
    students = _told_apart(
        (str(each.pk), each.alias if aliases else f"{each.family_name}, {each.given_name}", each.number)
        for each in plan.students
    )
    works = _told_apart((str(each.pk), each.short_name or each.name, str(each.pk)) for each in plan.assignments)
    categories = _told_apart((str(each.pk), each.name, each.sign) for each in plan.categories)
    terms = _told_apart((str(each.pk), each.name, str(each.pk)) for each in plan.terms)
    return replace(
        book,
        students=tuple(students[each] for each in book.students),
        categories=tuple(replace(each, id=categories[each.id]) for each in book.categories),
        terms=tuple(
            replace(
                each,
                id=terms[each.id],
                parts=tuple(replace(part, term=terms[part.term]) for part in each.parts),
                weights={categories[name]: weight for name, weight in each.weights.items() if name in categories},
            )
            for each in book.terms
        ),
        assignments=tuple(
            replace(
                each,
                id=works[each.id],
                term=terms[each.term],
                category=None if each.category is None else categories[each.category],
                assigned=None if each.assigned is None else frozenset(students[one] for one in each.assigned),
            )
            for each in book.assignments
        ),
        scores={
            students[student]: {works[work]: score for work, score in row.items()}
            for student, row in book.scores.items()
        },
        overrides={
            students[student]: {terms[term]: override for term, override in own.items()}
            for student, own in book.overrides.items()
            # Who left keeps an override, and has no line here.
            if student in students
        },
        standard_scores={
            students[student]: {works[work]: given for work, given in own.items()}
            for student, own in book.standard_scores.items()
            if student in students
        },
        criterion_levels={
            students[student]: {works[work]: chosen for work, chosen in own.items()}
            for student, own in book.criterion_levels.items()
            if student in students
        },
        standard_overrides={
            students[student]: own for student, own in book.standard_overrides.items() if student in students
        },
    )


def _told_apart(rows: Iterable[tuple[str, str, str]]) -> Mapping[str, str]:
    """Names by key; of those that are alike each with what tells it apart."""
    known = list(rows)
    names = [name for _, name, _ in known]
    return {key: name if names.count(name) == 1 else f"{name} ({apart})" for key, name, apart in known}
