"""Categories, terms and marks as formulas (R3 to R6)."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

from gradecore.book import Book, Category, GroundRules, Override, Term
from gradecore.gradebook import Gradebook
from gradecore.scale import Marks
from gradecore.term import term_rules
from xlsxwriter.utility import xl_col_to_name

from exchange.workbook.drops import Pool, drop
from exchange.workbook.sheets import Block, Column, Sheets, number, text
from exchange.workbook.work import Codes, Work, after_steps, block, scores_of, work_of

FIRST_BAND = 5
"""In which row of the sheet of the scale its lowest band stands, counted from 1."""


@dataclass(frozen=True)
class TermColumns:
    """A term's results, one a student: computed, and final after overrides."""

    percent: Column
    mark: Column
    final_percent: Column
    final_mark: Column


class Scale:
    """The sheet of the scale: where each mark begins and what it is worth, from the lowest up (R6)."""

    def __init__(self, sheets: Sheets, marks: Marks) -> None:
        sheet = sheets.book.add_worksheet("Scale")
        sheet.write_string(0, 0, "out of")
        sheet.write_number(0, 1, number(marks.scale.out_of))
        sheet.write_string(
            1, 0, "A percent is brought to the scale, rounded as the ground rules say, and looked up below."
        )
        for at, head in enumerate(("begins at", "mark", "value")):
            sheet.write_string(FIRST_BAND - 2, at, head)
        for row, band in enumerate(marks.bands, FIRST_BAND - 1):
            sheet.write_number(row, 0, number(band.min))
            sheet.write_string(row, 1, band.mark)
            sheet.write_number(row, 2, number(marks.value_of(band.mark) or Fraction(0)))
        self._last = FIRST_BAND + len(marks.bands) - 1

    def _column(self, name: str) -> str:
        return f"Scale!${name}${FIRST_BAND}:${name}${self._last}"

    def looked_up(self, percent: str, rules: GroundRules) -> str:
        """The mark of a percent (R6.2). What a spreadsheet's numbers lack in their last digits is rounded away first."""
        value = f"ROUND({percent}*Scale!$B$1/100,9)"
        if rules.round_to is not None:
            step = number(rules.round_to)
            steps = f"ROUND({percent}*Scale!$B$1/100/{step},9)"
            whole = {
                "half_up": f"INT({steps}+0.5)",
                "half_even": f"IF(ABS({steps}-INT({steps})-0.5)<0.0000000005,2*ROUND({steps}/2,0),INT({steps}+0.5))",
                "up": f"-INT(-{steps})",
                "down": f"INT({steps})",
            }[rules.rounding]
            value = f"ROUND({whole}*{step},9)"
        return f"INDEX({self._column('B')},MATCH(MAX(0,{value}),{self._column('A')},1))"

    def percent_of(self, mark: str) -> str:
        """A mark's value in percent; nothing for a mark outside the scale."""
        is_it = f"EXACT({self._column('B')},{mark})"
        return f'IF(SUMPRODUCT({is_it}*1)=0,"",SUMPRODUCT({is_it}*{self._column("C")})*100/Scale!$B$1)'


class Terms:
    """All terms of a book, each worked out once those that it is made of are."""

    def __init__(self, sheets: Sheets, book: Book) -> None:
        self.sheets, self.book = sheets, book
        self.marks = Marks(book.scale)
        self.students = range(len(book.students))
        order = {category.id: place for place, category in enumerate(book.categories)}
        works = [
            each
            for term in book.terms
            for each in sorted(
                (work for work in book.assignments if work.term == term.id),
                key=lambda work: order.get(work.category or "", len(order)),
            )
        ]
        scores = scores_of(sheets, book, works)
        self.scale, codes = Scale(sheets, self.marks), Codes(sheets, book)
        rules = {term.id: term_rules(book, term) for term in book.terms}
        self.works = [
            work_of(sheets, codes, book, each, score, rules[each.term])
            for each, score in zip(works, scores, strict=True)
        ]
        self.weights = _weights(sheets, book)
        self.columns: dict[str, TermColumns] = {}
        for term in book.terms:
            self._make(term)

    def _make(self, term: Term) -> None:
        if term.id in self.columns:
            return
        parts = {each.id: each for each in self.book.terms}
        for part in term.parts:
            self._make(parts[part.term])
        rules = term_rules(self.book, term)
        table = self.sheets.table("Terms")
        if term.parts:
            cells = self._made_of_parts(term)
        elif rules.method == "standards":
            # Levels are not in the workbook: what they come to stands there as it is now.
            cells = self._as_computed(term)
        elif rules.method == "weighted":
            cells = self._weighted(term, rules)
        else:
            cells = self._pooled(term, rules)
        now = table.add(f"{term.id}, before adjustments", cells)
        now = after_steps(table, term.id, now, term.adjust, "100")
        if rules.cap:
            now = table.add(
                f"{term.id}, at most 100",
                [f'IF(ISNUMBER({now.cell(row)}),MIN(100,{now.cell(row)}),"")' for row in self.students],
            )
        mark = table.add(
            f"{term.id}, mark",
            [f'IF(ISNUMBER({now.cell(row)}),{self.scale.looked_up(now.cell(row), rules)},"")' for row in self.students],
        )
        percents, marks = [], []
        for row, student in enumerate(self.book.students):
            override = self.book.overrides.get(student, {}).get(term.id)
            percent, found = now.cell(row), mark.cell(row)
            if override is not None and not override.is_empty:
                percent, found = self._overridden(override, rules)
            percents.append(percent)
            marks.append(found)
        self.columns[term.id] = TermColumns(
            now, mark, table.add(f"{term.id}, final percent", percents), table.add(f"{term.id}, final mark", marks)
        )

    def _overridden(self, override: Override, rules: GroundRules) -> tuple[str, str]:
        """What an override makes of a term's percent and mark (R5.2)."""
        percent = None if override.percent is None else str(number(override.percent))
        mark = None if override.mark is None else text(override.mark)
        return (
            percent or self.scale.percent_of(mark or ""),
            mark or self.scale.looked_up(percent or "", rules),
        )

    def _made_of_parts(self, term: Term) -> list[str]:
        """R5.1."""
        table = self.sheets.table("Terms")
        values = []
        for part in term.parts:
            found = self.columns[part.term]
            value = found.final_percent
            if term.parts_from == "mark":
                value = table.add(
                    f"{term.id}, from {part.term}",
                    [self.scale.percent_of(found.final_mark.cell(row)) for row in self.students],
                )
            values.append((value, str(number(part.weight))))
        return [_mean([(value.cell(row), weight) for value, weight in values]) for row in self.students]

    def _weighted(self, term: Term, rules: GroundRules) -> list[str]:
        """R4.1; bonuses come on top."""
        table = self.sheets.table("Categories")
        best = rules.drop_choice == "best_for_student"
        summed: list[tuple[Column, str]] = []
        bonuses: list[tuple[Column, str]] = []
        for category in self.book.categories:
            works = self._works(term, category.id)
            if not works:
                continue
            pool = Pool(works, category.method, block(works, "counted"))
            kept = drop(
                self.sheets.table("Drops"),
                f"{term.id}, {category.id}",
                pool,
                category.drop_lowest,
                category.drop_highest,
                best=best,
            )
            cells = []
            for row in self.students:
                top, bottom = pool.parts(row, kept.cells(row))
                percent = f"100*{top}/{bottom}"
                cells.append(f'IF({bottom}=0,"",{f"MIN(100,{percent})" if category.cap else percent})')
            column = table.add(f"{term.id}, {category.id}", cells)
            (bonuses if category.bonus else summed).append((column, self.weights[term.id, category.id]))
        return [
            _mean(
                [(column.cell(row), weight) for column, weight in summed],
                "".join(f"+N({column.cell(row)})*{weight}/100" for column, weight in bonuses),
            )
            for row in self.students
        ]

    def _as_computed(self, term: Term) -> list[str]:
        """The percents before adjustments, as numbers."""
        gradebook = Gradebook(self.book, checked=True)
        raws = [gradebook.result(student, term.id).raw for student in self.book.students]
        return ['""' if raw is None else str(number(raw)) for raw in raws]

    def _pooled(self, term: Term, rules: GroundRules) -> list[str]:
        """R4.2 to R4.4: a category's drops first, then those of the whole pool."""
        works = [each for each in self.works if each.assignment.term == term.id]
        if not works:
            return ['""' for _ in self.students]
        best = rules.drop_choice == "best_for_student"
        drops = self.sheets.table("Drops")
        kept: list[Column] = []
        for category in (*self.book.categories, None):
            own = self._works(term, category.id if category else None)
            if own:
                lowest, highest = (category.drop_lowest, category.drop_highest) if category else (0, 0)
                pool = Pool(own, rules.method, block(own, "counted"))
                kept += drop(drops, f"{term.id}, {category.id if category else ''}", pool, lowest, highest, best=best)
        still = Block(
            [
                drops.add(f"{term.id}: {work.assignment.id} in the pool", [each.cell(row) for row in self.students])
                for work, each in zip(works, kept, strict=True)
            ]
        )
        whole = Pool(works, rules.method, still)
        left = drop(drops, f"{term.id}, of all", whole, rules.drop_overall, 0, best=best)
        found = []
        for row in self.students:
            top, bottom = whole.parts(row, left.cells(row))
            found.append(f'IF({bottom}=0,"",100*{top}/{bottom})')
        return found

    def _works(self, term: Term, category: str | None) -> list[Work]:
        known = {each.id for each in self.book.categories}
        return [
            each
            for each in self.works
            if each.assignment.term == term.id
            and (each.assignment.category if each.assignment.category in known else None) == category
        ]


def _weights(sheets: Sheets, book: Book) -> Mapping[tuple[str, str], str]:
    """The sheet of weights: what each category weighs in each term (R4.6)."""
    sheet = sheets.book.add_worksheet("Weights")
    sheet.write_string(0, 0, "category")
    found = {}
    for row, category in enumerate(book.categories, 1):
        sheet.write_string(row, 0, category.id)
        for at, term in enumerate(book.terms, 1):
            sheet.write_string(0, at, term.id)
            sheet.write_number(row, at, number(_weight(term, category)))
            found[term.id, category.id] = f"Weights!${xl_col_to_name(at)}${row + 1}"
    return found


def _weight(term: Term, category: Category) -> Fraction:
    return term.weights.get(category.id, category.weight)


def _mean(values: Sequence[tuple[str, str]], more: str = "") -> str:
    """Σ weight·value ÷ Σ weight over the values that there are, and what comes on top; nothing where the weights come to 0."""
    if not values:
        return '""'
    top = "+".join(f"N({value})*{weight}" for value, weight in values)
    bottom = "+".join(f"ISNUMBER({value})*{weight}" for value, weight in values)
    return f'IF({bottom}=0,"",({top})/({bottom}){more})'
