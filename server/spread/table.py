"""How a class lies as a table, for a file."""

from collections.abc import Iterator, Sequence

from spread.schemas import ClassSpreadOut, DotOut


def table(found: ClassSpreadOut, *, aliases: bool) -> Iterator[Sequence[str]]:
    """A head, and a line for each student by percent; what a draft would make of it stands beside where there is one."""
    has_then = found.then is not None
    yield [
        "student",
        "percent",
        "mark",
        *(["percent in the draft", "mark in the draft"] if has_then else []),
        "override",
    ]
    for dot in found.dots:
        now, then = dot["now"], dot["then"]
        yield [
            dot["alias"] if aliases else _name(dot),
            now["percent"] if now else "",
            (now["mark"] or "") if now else "",
            *([then["percent"] if then else "", (then["mark"] or "") if then else ""] if has_then else []),
            dot["override"] or "",
        ]


def _name(dot: DotOut) -> str:
    return f"{dot['family_name']}, {dot['given_name']}" + (f" ({dot['number']})" if dot["number"] else "")
