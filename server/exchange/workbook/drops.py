"""What is dropped (R3.4, R3.5): the lowest, or the set that is best for the student, and then the highest."""

from collections.abc import Sequence
from dataclasses import dataclass

from exchange.workbook.sheets import Block, Column, Table
from exchange.workbook.work import BASE, DROPPABLE, POINTS, POSITION, SHARE, Work, block

ROUNDS = 6
"""How often the search for the best set goes on from the percent that the set before left: it is settled after three or four."""


@dataclass(frozen=True)
class Pool:
    """Works that form one percent together, and how: `kept` says which still count (1 or 0)."""

    works: Sequence[Work]
    method: str
    kept: Block

    def parts(self, student: int, kept: str) -> tuple[str, str]:
        """What is divided by what: the percent is 100 times that (R3.1 to R3.3). `kept` is a row of 1 and 0."""
        scores = block(self.works, "score")
        points, share, base = (scores.heads(row) for row in (POINTS, SHARE, BASE))
        if self.method == "points":
            earned = block(self.works, "earned").cells(student)
            return f"SUMPRODUCT({kept}*{earned})", f"SUMPRODUCT({kept}*{base}*{points})"
        weight = f"({points}>0)" + (f"*{share}" if self.method == "shares" else "*1")
        quotients = block(self.works, "quotient").cells(student)
        return f"SUMPRODUCT({kept}*{weight}*{quotients})", f"SUMPRODUCT({kept}*{weight}*{base})"

    @property
    def forming(self) -> str:
        """A row of 1 and 0: which works can form a percent."""
        scores = block(self.works, "score")
        has_share = f"*({scores.heads(SHARE)}>0)" if self.method == "shares" else ""
        return f"({scores.heads(BASE)}*({scores.heads(POINTS)}>0){has_share})"

    @property
    def size_row(self) -> int:
        """In which row it stands how large a work is, for those that are alike."""
        return SHARE if self.method == "shares" else POINTS


def drop(table: Table, name: str, pool: Pool, lowest: int, highest: int, *, best: bool) -> Block:
    """Columns that say which works still count once so many lowest and highest are dropped; 1 or 0."""
    if not lowest and not highest:
        return pool.kept
    students = range(table.students)
    can = Block(
        [
            table.add(
                f"{name}: {work.assignment.id} can be dropped",
                [
                    f"{kept.cell(row)}*{work.score.head(DROPPABLE)}*({work.score.head(POINTS)}>0)"
                    + (f"*({work.score.head(SHARE)}>0)" if pool.method == "shares" else "")
                    for row in students
                ],
            )
            for work, kept in zip(pool.works, pool.kept, strict=True)
        ]
    )
    forming = [f"SUMPRODUCT({pool.kept.cells(row)}*{pool.forming})" for row in students]
    many = table.add(
        f"{name}: how many lowest",
        [f"MAX(0,MIN({lowest},SUM({can.cells(row)}),{forming[row]}-1))" for row in students],
    )
    keys = Block(
        [
            table.add(f"{name}: {work.assignment.id}", [f"ROUND({work.quotient.cell(row)},12)" for row in students])
            for work in pool.works
        ]
    )
    low = _first(table, f"{name}: lowest", pool, can, keys, many, by_size=True)
    if best and lowest > 0 and pool.method != "equal":
        low = _best(table, name, pool, can, low, many)
    left = Block(
        [
            table.add(
                f"{name}: {work.assignment.id} without the lowest",
                [f"{one.cell(row)}-{gone.cell(row)}" for row in students],
            )
            for work, one, gone in zip(pool.works, can, low, strict=True)
        ]
    )
    more = table.add(
        f"{name}: how many highest",
        [f"MAX(0,MIN({highest},SUM({left.cells(row)}),{forming[row]}-{many.cell(row)}-1))" for row in students],
    )
    turned = Block([table.add(f"{name}: from the top", [f"-{key.cell(row)}" for row in students]) for key in keys])
    high = _first(table, f"{name}: highest", pool, left, turned, more, by_size=True)
    return Block(
        [
            table.add(
                f"{name}: {work.assignment.id} counts",
                [f"{kept.cell(row)}-{one.cell(row)}-{other.cell(row)}" for row in students],
            )
            for work, kept, one, other in zip(pool.works, pool.kept, low, high, strict=True)
        ]
    )


def _first(table: Table, name: str, pool: Pool, can: Block, keys: Block, many: Column, *, by_size: bool) -> Block:
    """1 for the first so many of those that can be dropped, by their keys from below; of those alike the larger, then the earlier."""
    scores = block(pool.works, "score")
    size, position = scores.heads(pool.size_row), scores.heads(POSITION)
    found = []
    for work, mine, key in zip(pool.works, can, keys, strict=True):
        own_size, own_position = work.score.head(pool.size_row), work.score.head(POSITION)
        cells = []
        for row in range(table.students):
            every, own = keys.cells(row), key.cell(row)
            earlier = f"({position}<{own_position})"
            alike = f"(({size}>{own_size})+({size}={own_size})*{earlier})" if by_size else earlier
            before = f"SUMPRODUCT({can.cells(row)}*(({every}<{own})+({every}={own})*{alike}))"
            cells.append(f"IF({mine.cell(row)}=1,IF({before}<{many.cell(row)},1,0),0)")
        found.append(table.add(f"{name}: {work.assignment.id}", cells))
    return Block(found)


def _best(table: Table, name: str, pool: Pool, can: Block, low: Block, many: Column) -> Block:
    """The set whose loss leaves the percent highest: from a first set on, those are dropped that lie furthest below the percent that
    the set before left, weighed by what they are worth, until nothing moves any more.
    """
    students = range(table.students)
    for turn in range(1, ROUNDS + 1):
        cells = []
        for row in students:
            top, bottom = pool.parts(row, f"({pool.kept.cells(row)}-{low.cells(row)})")
            cells.append(f"IF({bottom}=0,0,{top}/{bottom})")
        reached = table.add(f"{name}: reached in round {turn}", cells)
        keys = []
        for work in pool.works:
            if pool.method == "points":
                worth, gain = work.score.head(POINTS), [work.earned.cell(row) for row in students]
            else:
                worth = work.score.head(SHARE)
                gain = [f"{work.quotient.cell(row)}*{worth}" for row in students]
            keys.append(
                table.add(
                    f"{name}: {work.assignment.id} in round {turn}",
                    [f"ROUND({gain[row]}-{reached.cell(row)}*{worth},10)" for row in students],
                )
            )
        low = _first(table, f"{name}: round {turn}", pool, can, Block(keys), many, by_size=False)
    return low
