"""Changes of what the school sets that touch classes: what they would change is told first, and they can be taken back."""

import datetime
from collections.abc import Callable, Mapping
from typing import Any

from django.db import transaction
from plans.models import Assignment
from school.calendar import current_year, put_in_order, running_term
from school.models import Person, School, SchoolClass, Term
from school.refusal import Refused
from scores.book import LoadedClass, load_class

from reports.models import SchoolChange
from reports.standing import plural

State = dict[str, Any]
"""What a change can touch: the school's standards, and its terms' names and days by number; as JSON has them."""


def change(school: School, person: Person, words: str, make: Callable[[], object], *, dry_run: bool) -> list[str]:
    """Make a change, or only try it; gives what it does to classes, a sentence each."""
    with transaction.atomic():
        before, levels = _state(school), _levels(school)
        make()
        after = _state(school)
        touched = [*_moved_levels(school, levels), *_moved_work(school, before, after)]
        if dry_run:
            transaction.set_rollback(True)
        elif before != after:
            changed = {key for key in before | after if before.get(key) != after.get(key)}
            SchoolChange.objects.create(
                school=school, person=person, words=words[:200], at=school.now(),
                before={key: before.get(key) for key in changed}, after={key: after.get(key) for key in changed},
            )  # fmt: skip
    if dry_run:
        school.refresh_from_db()
    return touched


def last_change(school: School) -> SchoolChange | None:
    """What would be taken back next."""
    return school.school_changes.filter(undone=False).order_by("id").last()


@transaction.atomic
def take_back(school: School) -> str:
    """Take the last change back; gives it in words. Raises Refused where something of it was changed since."""
    row = last_change(school)
    if row is None:
        raise Refused("There is nothing to take back.")
    now = _state(school)
    if any(now.get(key) != value for key, value in row.after.items()):
        raise Refused(f"{row.words}: something of it was changed since, and stays as it is.")
    for key, value in row.before.items():
        if key == "standards":
            school.standards = value
            school.save(update_fields=["standards"])
        elif value is not None:
            name, starts, ends = value
            days = {"starts": datetime.date.fromisoformat(starts), "ends": datetime.date.fromisoformat(ends)}
            Term.objects.filter(pk=int(key), year__school=school).update(name=name, **days)
    for year in school.years.filter(terms__in=[int(key) for key in row.before if key != "standards"]).distinct():
        put_in_order(list(year.terms.all()))
    row.undone = True
    row.save(update_fields=["undone"])
    return row.words


def _state(school: School) -> State:
    standards = School.objects.values_list("standards", flat=True).get(pk=school.pk)
    terms = Term.objects.filter(year__school=school)
    return {"standards": standards} | {
        str(each.pk): [each.name, each.starts.isoformat(), each.ends.isoformat()] for each in terms
    }


def _with_standards(school: School) -> list[SchoolClass]:
    """The classes of the year it is whose work names standards."""
    year = current_year(school)
    named = Assignment.objects.filter(school_class__year=year).exclude(standards=[]).values("school_class")
    return list(SchoolClass.objects.filter(pk__in=named).select_related("school", "year"))


def _levels(school: School) -> dict[int, dict[tuple[str, str], str | None]]:
    """Every student's level in every standard, by class."""
    return {each.pk: _levels_of(load_class(each)) for each in _with_standards(school)}


def _levels_of(loaded: LoadedClass) -> dict[tuple[str, str], str | None]:
    return {
        (student, name): result.final_mark
        for student in loaded.book.students
        for name, result in loaded.levels.results(student).items()
    }


def _moved_levels(school: School, before: Mapping[int, Mapping[tuple[str, str], str | None]]) -> list[str]:
    found = []
    for school_class in _with_standards(school):
        was, now = before.get(school_class.pk, {}), _levels_of(load_class(school_class))
        moved = {place for place in {**was, **now} if was.get(place) != now.get(place)}
        if moved:
            students = len({student for student, _ in moved})
            found.append(
                f"{school_class}: {plural(len(moved), 'level')} of {plural(students, 'student')} would be another."
            )
    return found


def _moved_work(school: School, before: State, after: State) -> list[str]:
    """Work that would be due outside of its term, and whether another term would be running."""
    found = []
    for key in before.keys() & after.keys() - {"standards"}:
        if before[key][1:] == after[key][1:]:
            continue
        (_, was_from, was_to), (name, starts, ends) = before[key], after[key]
        works = Assignment.objects.filter(term=int(key), due_on__range=(was_from, was_to)).exclude(
            due_on__range=(starts, ends)
        )
        by_class: dict[str, list[str]] = {}
        for work in works.select_related("school_class"):
            by_class.setdefault(str(work.school_class), []).append(work.short_name)
        found += [
            f"{named}: {', '.join(names[:3])}{f' and {len(names) - 3} more' if len(names) > 3 else ''} would be due outside "
            f"of {name.lower()}."
            for named, names in by_class.items()
        ]  # fmt: skip
    year = current_year(school)
    if year is not None and _running(before, year.pk, school) != _running(after, year.pk, school):
        found.append(f"{_running(after, year.pk, school)} would be the running term.")
    return found


def _running(state: State, year: int, school: School) -> str:
    """The name of the term that runs today, were the terms as in a state."""
    terms = list(Term.objects.filter(year=year))
    for each in terms:
        if str(each.pk) in state:
            each.name, starts, _ = state[str(each.pk)]
            each.starts = datetime.date.fromisoformat(starts)
    leaves = [each for each in terms if not each.is_made_of_terms]
    return running_term(sorted(leaves, key=lambda each: each.starts), school.today()).name if leaves else ""
