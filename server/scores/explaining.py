"""A working in words, for a teacher and, without what is hidden, for a family."""

from fractions import Fraction

from django.utils.translation import gettext as _
from django.utils.translation import ngettext
from gradecore.book import Add, Ceiling, Multiply, Root, Step, TopTo
from gradecore.book import Line as StraightLine
from gradecore.explain import REASONS
from gradecore.gradebook import Gradebook
from gradecore.numbers import decimal_text, fixed_text
from gradecore.shown import shown_parts
from gradecore.working import CategoryWorking, Line, PartWorking, StandardWorking, Working, working
from school.models import Student, Term

from scores.book import LoadedClass
from scores.working_schemas import CategoryWorkingOut, LineOut, PartOut, StepOut, WorkingOut

DECIMALS = 2
"""Of the parts in a working."""


def explained(loaded: LoadedClass, gradebook: Gradebook, student: Student, term: Term) -> WorkingOut:
    """A student's term, explained."""
    how = working(gradebook, str(student.pk), str(term.pk))
    return _Explaining(loaded, gradebook, student, term, how).out()


def short(value: Fraction) -> str:
    """A number with two decimals at most."""
    text = fixed_text(value, DECIMALS)
    return text.rstrip("0").rstrip(".") if "." in text else text


class _Explaining:
    def __init__(self, loaded: LoadedClass, gradebook: Gradebook, student: Student, term: Term, how: Working) -> None:
        self.student, self.term, self.how = student, term, how
        self.gradebook = gradebook
        self.names = {str(each.pk): each.name for each in loaded.plan.assignments}
        self.terms = {str(each.pk): each.name for each in loaded.plan.terms}
        self.categories = {str(each.pk): each for each in loaded.plan.categories}

    def out(self) -> WorkingOut:
        how, result = self.how, self.how.result
        contributors: tuple[CategoryWorking | Line | PartWorking | StandardWorking, ...] = (
            *how.categories,
            *how.parts,
            *how.apart,
            *how.standards,
        )
        added = [each for each in contributors if each.adds is not None]
        shown = shown_parts([each.adds or Fraction(0) for each in added], DECIMALS)
        adds = {id(each): text for each, text in zip(added, shown, strict=True)}
        levels_alone = self.gradebook.rules(str(self.term.pk)).levels_alone
        return WorkingOut.model_construct(
            student=str(self.student),
            term=self.term.name,
            method=how.method,
            percent=result.percent_shown,
            mark=result.final_mark,
            exact=None if result.percent is None else decimal_text(result.percent),
            categories=[self._category(each, adds.get(id(each))) for each in how.categories if each.lines],
            apart=[self._line(line) for line in how.apart],
            parts=[
                PartOut(
                    term_id=int(part.term),
                    name=self.terms[part.term],
                    percent=None if part.value is None else short(part.value),
                    mark=part.mark,
                    weight=short(part.weight),
                    adds=adds.get(id(part)),
                    weight_in_effect=None
                    if part.weight_in_effect is None
                    else fixed_text(part.weight_in_effect, DECIMALS),
                )
                for part in how.parts
            ],
            standards=[
                PartOut(
                    term_id=None,
                    name=each.standard,
                    percent=None if each.percent is None or levels_alone else short(each.percent),
                    mark=each.mark,
                    weight=short(each.weight),
                    adds=adds.get(id(each)),
                    weight_in_effect=None
                    if each.weight_in_effect is None
                    else fixed_text(each.weight_in_effect, DECIMALS),
                )
                for each in how.standards
            ],
            steps=list(self._steps()),
            sum=None if result.raw is None else fixed_text(result.raw, DECIMALS),
            note=self._note(),
        )

    def _category(self, how: CategoryWorking, adds: str | None) -> CategoryWorkingOut:
        category = self.categories[how.category]
        percent, weight = how.percent, how.weight_in_effect
        return CategoryWorkingOut.model_construct(
            name=category.name,
            sign=category.sign,
            colour=category.colour,
            words=self._sums(how),
            percent=None if percent is None else fixed_text(percent, DECIMALS),
            weight=None if how.weight is None else short(how.weight),
            weight_in_effect=None if weight is None else fixed_text(weight, DECIMALS),
            adds=adds,
            height=0.0 if percent is None else float(min(max(percent, Fraction(0)), Fraction(100))),
            width=0.0 if weight is None else float(weight),
            lines=[self._line(line) for line in how.lines],
        )

    def _sums(self, how: CategoryWorking) -> str:
        if how.percent is None:
            return _("no scores yet")
        total, out_of = short(how.total), short(how.out_of)
        if how.method == "points":
            words = _("%(total)s of %(out_of)s points") % {"total": total, "out_of": out_of}
        elif how.method == "equal":
            counted = sum(1 for line in how.lines if line.weighs)
            words = ngettext("%(count)s score, each alike", "%(count)s scores, each alike", counted) % {
                "count": counted
            }
        else:
            words = _("by shares, %(out_of)s in all") % {"out_of": out_of}
        for line in how.lines:
            if line.dropped and line.earned is not None and line.possible is not None:
                about = {
                    "name": self.names[line.assignment],
                    "earned": short(line.earned),
                    "possible": short(line.possible),
                }
                words += "; " + _("%(name)s, %(earned)s of %(possible)s, is dropped") % about
        if how.capped:
            words += "; " + _("at most 100, so %(percent)s is cut off") % {"percent": short(how.capped)}
        if how.bonus:
            words += "; " + _("a bonus on top")
        return words

    def _line(self, line: Line) -> LineOut:
        score = (
            line.score
            if isinstance(line.score, str)
            else ""
            if line.score is None
            else short(Fraction(line.score, 10_000))
        )
        words = []
        if line.chosen:
            levels = ", ".join(
                f"{each.criterion} {each.level or _('none')} {short(each.points)}" for each in line.chosen
            )
            words.append(
                levels if isinstance(line.score, Fraction) else _("typed in place of %(levels)s") % {"levels": levels}
            )
        if line.earned is not None and line.possible is not None:
            words.append(_("%(points)s of %(of)s") % {"points": short(line.earned), "of": short(line.possible)})
        words += [f"{step_words(step)}: {short(value)}" for step, value in line.steps]
        if line.extra:
            words.append(_("extra credit"))
        if line.missing:
            words.append(_("missing"))
        if line.reason is not None:
            words.append(_(REASONS[line.reason]))
        if line.dropped:
            words.append(_("dropped"))
        return LineOut.model_construct(
            assignment_id=int(line.assignment),
            name=self.names[line.assignment],
            score=score,
            words=", ".join(words),
            dropped=line.dropped,
            adds=None if line.adds is None else fixed_text(line.adds, DECIMALS),
        )

    def _steps(self) -> list[StepOut]:
        how, result = self.how, self.how.result
        rules = self.gradebook.rules(how.term)
        steps = [StepOut(words=step_words(step), value=fixed_text(value, DECIMALS)) for step, value in how.steps]
        if how.capped:
            steps.append(StepOut(words=_("limited to 100"), value="100"))
        if result.percent is not None and result.rounded is not None:
            if rules.round_to is not None:
                steps.append(
                    StepOut(
                        words=_("rounded to steps of %(step)s") % {"step": short(rules.round_to)},
                        value=decimal_text(result.rounded),
                    )
                )
            begins = self.gradebook.marks.min_of(result.mark or "")
            about = {"percent": None if begins is None else short(begins)}
            words = _("the mark") if begins is None else _("the mark, which begins at %(percent)s") % about
            steps.append(StepOut(words=words, value=result.mark or ""))
        if how.override is not None:
            percent = result.final_percent
            final = [] if percent is None or result.is_mark_alone else [f"{short(percent)} %"]
            value = " ".join([*final, result.final_mark or ""]).strip()
            steps.append(StepOut(words=_("put in its place by hand"), value=value, reason=how.override.reason))
        return steps

    def _note(self) -> str | None:
        waiting = [
            self.categories[each.category] for each in self.how.categories if each.percent is None and each.weight
        ]
        if not waiting or self.how.method != "weighted":
            return None
        names = _(" and ").join(category.name for category in waiting)
        said = ngettext(
            "%(names)s has no scores yet; until then the others carry the weight.",
            "%(names)s have no scores yet; until then the others carry the weight.",
            len(waiting),
        )
        return said % {"names": names}


def step_words(step: Step) -> str:
    """An adjustment in words, in the language that is spoken."""
    match step:
        case Add(amount):
            said = _("add %(amount)s") if amount >= 0 else _("take away %(amount)s")
            return said % {"amount": decimal_text(abs(amount))}
        case Multiply(factor):
            return _("multiply by %(factor)s") % {"factor": decimal_text(factor)}
        case TopTo(percent):
            return _("raise the highest to %(percent)s %%") % {"percent": decimal_text(percent)}
        case Root():
            return _("ten times the root of the percent")
        case StraightLine(x1, x2, y1, y2):
            ends = {"x1": x1, "y1": y1, "x2": x2, "y2": y2}
            said = _("a straight line from %(x1)s to %(y1)s and from %(x2)s to %(y2)s")
            return said % {name: decimal_text(each) for name, each in ends.items()}
        case Ceiling(percent):
            return _("nothing above %(percent)s %%") % {"percent": decimal_text(percent)}
