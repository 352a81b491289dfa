"""Changes of what the school sets that touch classes: what they would change is told first, and they can be taken back."""

import datetime
from collections.abc import Callable, Mapping, Sequence
from typing import Any

from django.db import transaction
from plans.models import Assignment
from plans.school_scales import classes_with, restore_scale, state_of_scales
from school.calendar import current_year, put_in_order, running_term
from school.models import Person, School, SchoolClass, Term
from school.refusal import Refused
from scores.book import LoadedClass, load_class
from scores.models import Override

from reports.levels import term_levels
from reports.models import SchoolChange
from reports.standing import plural

State = dict[str, Any]
"""What a change can touch: the school's standards, its scales and codes by key, and its terms' names and days by number; as JSON."""


def change(
    school: School,
    person: Person,
    words: str,
    make: Callable[[], object],
    *,
    dry_run: bool,
    marks_by: str | None = None,
    renamed: Mapping[str, str] | None = None,
) -> list[str]:
    """Make a change, or only try it; gives what it does to classes, a sentence each.

    Where standards are `renamed` their levels are compared under the new names, and the change is not taken back as others are: rows in
    classes go along with it, and calling them as before takes it back.
    `marks_by` is the scale or code that changes, by its key: then marks are looked at. Raises Refused, changing nothing, where an
    override gives a mark that would be none any more.
    """
    with transaction.atomic():
        before, levels = _state(school), _levels(school)
        classes = _of_this_year(school, marks_by) if marks_by else []
        marks = {each.pk: _marks_of(load_class(each)) for each in classes}
        make()
        after = _state(school)
        touched = [
            *_moved_levels(school, levels, renamed or {}),
            *_moved_work(school, before, after),
            *_moved_marks(classes, marks),
        ]
        if dry_run:
            transaction.set_rollback(True)
        elif before != after and not renamed:
            # What is new is taken away again where it stands, not taken back.
            changed = {key for key in before.keys() & after.keys() if before[key] != after[key]}
            if changed:
                SchoolChange.objects.create(
                    school=school,
                    person=person,
                    words=words[:200],
                    at=school.now(),
                    before={key: before[key] for key in changed},
                    after={key: after[key] for key in changed},
                )
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
        elif not key.isdigit():
            restore_scale(school, key, value)
        elif value is not None:
            name, starts, ends = value
            days = {"starts": datetime.date.fromisoformat(starts), "ends": datetime.date.fromisoformat(ends)}
            Term.objects.filter(pk=int(key), year__school=school).update(name=name, **days)
    for year in school.years.filter(terms__in=[int(key) for key in row.before if key.isdigit()]).distinct():
        put_in_order(list(year.terms.all()))
    row.undone = True
    row.save(update_fields=["undone"])
    return row.words


def _state(school: School) -> State:
    standards = School.objects.get(pk=school.pk).standards
    terms = Term.objects.filter(year__school=school)
    return (
        {"standards": standards}
        | state_of_scales(school)
        | {str(each.pk): [each.name, each.starts.isoformat(), each.ends.isoformat()] for each in terms}
    )


def _with_standards(school: School) -> list[SchoolClass]:
    """The classes of the year it is whose work names standards."""
    year = current_year(school)
    named = Assignment.objects.filter(school_class__year=year).exclude(standards=[]).values("school_class")
    return list(SchoolClass.objects.filter(pk__in=named).whole())


Levels = Mapping[tuple[str, str, int | None], str | None]
"""Levels by student, standard and term; without a term as all evidence says."""


def _levels(school: School) -> dict[int, Levels]:
    """Every student's level in every standard, by class."""
    return {each.pk: _levels_of(load_class(each)) for each in _with_standards(school)}


def _levels_of(loaded: LoadedClass) -> Levels:
    """The levels of a class, and beside them those that a semester or a year has of its own."""
    found: dict[tuple[str, str, int | None], str | None] = {
        (student, name, None): result.final_mark
        for student in loaded.book.students
        for name, result in loaded.levels.results(student).items()
    }
    of_terms = {
        (str(student), name, term.pk): mark
        for term in loaded.plan.terms
        if term.is_made_of_terms
        for student, levels in term_levels(loaded, term).items()
        for name, mark in levels.items()
    }
    own = {place: mark for place, mark in of_terms.items() if found.get((*place[:2], None)) != mark}
    return found | own


def _moved_levels(school: School, before: Mapping[int, Levels], renamed: Mapping[str, str]) -> list[str]:
    found = []
    for school_class in _with_standards(school):
        here, now = before.get(school_class.pk, {}), _levels_of(load_class(school_class))
        was = {
            (student, renamed[name], term): level for (student, name, term), level in here.items() if name in renamed
        }
        # Where two become one, it is told what becomes of the levels of the one that stays.
        was |= {place: level for place, level in here.items() if place[1] not in renamed}
        moved = {place for place in {**was, **now} if was.get(place) != now.get(place)}
        if moved:
            students = len({place[0] for place in moved})
            found.append(
                f"{school_class}: {plural(len(moved), 'level')} of {plural(students, 'student')} would be another."
            )
    return found


def _of_this_year(school: School, key: str) -> list[SchoolClass]:
    """The classes of the year it is in which a scale or code gives marks: older years are as they were posted."""
    return list(classes_with(school, key).filter(year=current_year(school)).whole())


def _marks_of(loaded: LoadedClass) -> dict[tuple[str, str], tuple[str | None, str | None]]:
    """Every student's mark and percent in every term."""
    return {
        (student, str(term.pk)): (result.final_mark, result.percent_shown)
        for student in loaded.book.students
        for term in loaded.plan.terms
        if (result := loaded.gradebook.result(student, str(term.pk)))
    }


def _moved_marks(classes: Sequence[SchoolClass], before: Mapping[int, Mapping[Any, Any]]) -> list[str]:
    found = []
    for school_class in classes:
        loaded = load_class(school_class)
        known = {band.mark for band in loaded.gradebook.marks.bands}
        for each in Override.objects.filter(school_class=school_class).exclude(mark="").select_related("student"):
            if each.mark not in known and each.mark not in {mark for mark, _ in school_class.school.outside_marks}:
                raise Refused(
                    f"In {school_class} {each.student} has {each.mark} in place of what is computed. Keep that mark in the scale.",
                    "bands",
                )
        now, was = _marks_of(loaded), before[school_class.pk]
        moved = {place for place in {**was, **now} if was.get(place) != now.get(place)}
        if moved:
            students = len({student for student, _ in moved})
            found.append(
                f"{school_class}: {plural(len(moved), 'grade')} of {plural(students, 'student')} would be another."
            )
    return found


def _moved_work(school: School, before: State, after: State) -> list[str]:
    """Work that would be due outside of its term, and whether another term would be running."""
    found = []
    for key in filter(str.isdigit, before.keys() & after.keys()):
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
        ]
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
