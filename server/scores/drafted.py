"""What a draft of the plan would do to grades, and what each choice of a ground rule would (R11)."""

from collections.abc import Mapping
from copy import copy
from dataclasses import replace
from fractions import Fraction
from typing import Any

from gradecore.book import Book
from gradecore.figures import term_figures
from gradecore.gradebook import Gradebook
from gradecore.result import TermResult
from gradecore.shown import shown_percent
from plans.choices import TERM_FIELDS, Value, choices, chosen, words_of
from plans.consequence_schemas import ChoiceOut, DraftOut, EditOut, PreviewOut
from plans.drafting import misfits
from plans.ground_rules import set_rules
from plans.loading import core_method, core_scale, standard_weights
from plans.models import Draft, GradingScale, GroundRules, ScoreCode, TermPlan
from school.calendar import local
from school.models import SchoolClass, Term

from scores.book import LoadedClass, load_class, term_of
from scores.consequence import consequence

_FIELDS = {
    "weight": "weighs",
    "method": "counts",
    "drop_lowest": "lowest dropped",
    "drop_highest": "highest dropped",
    "cap": "at most 100",
    "bonus": "a bonus",
    "category_id": "is in",
    "points": "points",
    "share": "share",
    "extra": "extra credit",
    "never_drop": "never dropped",
    "counts": "counts in the grade",
    "scale_id": "marks come from",
    "blank": "a blank",
    "drop_overall": "dropped of all",
    "drop_choice": "dropped are",
    "round_to": "rounded to",
    "rounding": "rounded",
    "standards": "evidence of",
    "standard_points": "points by standard",
    "standard_weights": "levels count",
    "criteria": "criteria",
    "term_id": "is in",
    "for_everyone": "for everyone",
    "chosen": "for",
    "adjust": "adjusted by",
    "ground_rules": "rules of its own",
    "weights": "weights",
    "part_weights": "parts weigh",
    "parts_from": "parts count by",
    "effect": "does",
    "percent": "percent",
    "missing": "missing",
}


def drafted(school_class: SchoolClass, term_id: int | None) -> DraftOut | None:
    """The class's draft with its consequences for one term, or None."""
    draft = Draft.objects.filter(school_class=school_class).select_related("begun_by").first()
    if draft is None:
        return None
    before, after = load_class(school_class), load_class(school_class, drafted=True)
    found = consequence(before.plan, before.gradebook, after.gradebook, term_of(before, term_id))
    return DraftOut(
        by=str(draft.begun_by),
        at=local(school_class.school, draft.begun_at),
        edits=_edits(before, after, draft),
        **found.model_dump(),
    )


def _edits(before: LoadedClass, after: LoadedClass, draft: Draft) -> list[EditOut]:
    old, new = _rows(before), _rows(after)
    without = misfits(before.plan.school_class, draft.change)
    found = []
    for mark, fields in draft.change.items():
        for field in fields:
            if mark not in old:
                gone = "It was deleted meanwhile."
                found.append(
                    EditOut(mark=mark, field=field, words=f"Deleted: {_FIELDS[field]}", was="", now="", misfit=gone)
                )
                continue
            words = f"{_name(old[mark])}: {_FIELDS[field]}"
            misfit = without.get((mark, field), "")
            was, now = (_value(loaded, rows[mark], field) for loaded, rows in ((before, old), (after, new)))
            found.append(
                EditOut(mark=mark, field=field, words=words, was=was, now="" if misfit else now, misfit=misfit)
            )
    return found


def _name(row: Any) -> str:
    if isinstance(row, GroundRules):
        return "Ground rules"
    if isinstance(row, TermPlan):
        return row.term.name
    return str(row.code if isinstance(row, ScoreCode) else getattr(row, "short_name", None) or row.name)


def _rows(loaded: LoadedClass) -> dict[str, Any]:
    plan = loaded.plan
    kinds = (
        ("category", plan.categories),
        ("assignment", plan.assignments),
        ("rules", [plan.rules]),
        ("term", plan.term_plans.values()),
        ("code", plan.codes),
    )
    return {f"{kind} {row.pk}": row for kind, rows in kinds for row in rows}  # type: ignore[attr-defined]


def _value(loaded: LoadedClass, row: Any, field: str) -> str:
    """A field's value in words."""
    if field == "category_id":
        return next((each.name for each in loaded.plan.categories if each.pk == row.category_id), "no category")
    if field == "adjust":
        return f"{len(row.adjust)} steps" if len(row.adjust) > 1 else "1 step" if row.adjust else "nothing"
    if field == "standards":
        return ", ".join(row.standards) or "nothing"
    if field == "standard_points":
        return ", ".join(f"{name} {points}" for name, points in row.standard_points.items()) or "as levels are"
    if field == "criteria":
        return ", ".join(f"{each['name']} {each['points']}" for each in row.criteria) or "none"
    if field in ("term_id", "chosen"):
        return _named(loaded, row, field)
    if isinstance(row, TermPlan):
        return _term_words(loaded, row, field)
    if field == "standard_weights":
        return ", ".join(f"{name} {weight}" for name, weight in row.standard_weights.items()) or "each the same"
    if isinstance(row, GroundRules):
        name = {"scale_id": "scale", "round_to": "rounding"}.get(field, field)
        return words_of(choices(row)[name], chosen(row)[name])
    value = getattr(row, field)
    if isinstance(value, bool):
        return "yes" if value else "no"
    return f"{value.normalize():f}" if hasattr(value, "normalize") else str(value)


def _named(loaded: LoadedClass, row: Any, field: str) -> str:
    if field == "term_id":
        return next(each.name for each in loaded.plan.terms if each.pk == row.term_id)
    chosen = loaded.plan.chosen.get(row.pk, set())
    return ", ".join(str(each) for each in loaded.plan.students if each.pk in chosen) or "nobody chosen"


def _term_words(loaded: LoadedClass, row: TermPlan, field: str) -> str:
    """What a term sets for itself, in words."""
    if field == "parts_from":
        return "their percent" if row.parts_from == "percent" else "their marks"
    if field == "ground_rules":
        words = [
            words_of(choices(loaded.plan.rules)[name], value)
            for name, value in chosen(loaded.plan.rules, row.ground_rules).items()
            if any(one in row.ground_rules for one in TERM_FIELDS.get(name, ()))
        ]
        return ", ".join(words) or "the class's"
    names = {str(each.pk): each.sign for each in loaded.plan.categories}
    if field == "part_weights":
        names = {str(each.pk): each.name for each in loaded.plan.terms}
    weights: dict[str, str] = getattr(row, field)
    return ", ".join(f"{names[each]} {weight}" for each, weight in weights.items() if each in names) or "the class's"


def was_of(draft: Draft | None, in_force: LoadedClass, mark: str) -> dict[str, str]:
    """What a row's drafted fields are in force."""
    if draft is None or mark not in draft.change:
        return {}
    row = _rows(in_force).get(mark)
    return {} if row is None else {field: _value(in_force, row, field) for field in draft.change[mark]}


def preview(loaded: LoadedClass, term: Term, field: str) -> PreviewOut:
    """What each choice of a ground rule makes of the grade of a student for whom it matters."""
    rules = loaded.plan.rules
    offered = choices(rules).get(field, ())
    books = {choice.value: _with(loaded.book, rules, field, choice.value) for choice in offered}
    name = str(term.pk)
    gradebooks = {value: Gradebook(book, checked=True) for value, book in books.items()}
    results = {
        value: {student: gradebook.result(student, name) for student in book.students}
        for (value, gradebook), book in zip(gradebooks.items(), books.values(), strict=True)
    }

    student = _telling_student(loaded, term, results)
    names = {str(each.pk): str(each) for each in loaded.plan.students}
    found = []
    for choice in offered:
        percent = mark = None
        if student is not None:
            gradebook, result = gradebooks[choice.value], results[choice.value][student]
            mark = result.mark
            if result.percent is not None:
                decimals = gradebook.rules(name).decimals
                percent = shown_percent(gradebook.marks, result.percent, mark, decimals)
        found.append(ChoiceOut(value=choice.value, words=choice.words, percent=percent, mark=mark))
    return PreviewOut(student=names[student] if student else None, choices=found)


def _telling_student(loaded: LoadedClass, term: Term, results: Mapping[Value, Mapping[str, TermResult]]) -> str | None:
    """Whose grade shows the choices: in the middle of the class, and if possible with different marks."""
    middle = term_figures(loaded.gradebook, str(term.pk)).median
    if middle is None:
        return None

    def telling(student: str) -> tuple[bool, Fraction]:
        marks = {found[student].mark for found in results.values()}
        percent = loaded.gradebook.result(student, str(term.pk)).percent
        return len(marks) == 1, abs(percent - middle) if percent is not None else Fraction(10**6)

    return min(loaded.book.students, key=telling)


def _with(book: Book, rules: GroundRules, field: str, value: Value) -> Book:
    """The book with one ground rule chosen otherwise."""
    tried = copy(rules)
    set_rules(tried, {field: value})
    scale = book.scale
    if tried.scale_id != rules.scale_id:
        scale = core_scale(GradingScale.objects.prefetch_related("bands").get(pk=tried.scale_id))
    ground = replace(
        book.ground_rules,
        method=core_method(tried.method),
        blank=tried.blank,
        drop_overall=tried.drop_overall,
        drop_choice=tried.drop_choice,
        round_to=None if tried.round_to is None else Fraction(tried.round_to),
        rounding=tried.rounding,
        cap=tried.cap,
        decimals=tried.decimals,
        standard_weights=standard_weights(tried.method, tried.standard_weights, book.standards),
    )
    return replace(book, scale=scale, ground_rules=ground)
