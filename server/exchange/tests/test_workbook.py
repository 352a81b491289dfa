"""The workbook that keeps calculating: LibreOffice recalculates it, and the core is asked the same."""

import io
import random
import subprocess
from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace
from pathlib import Path
from typing import Any

import pytest
from books import books
from conftest import World, send
from gradecore.book import Book
from gradecore.gradebook import Gradebook
from gradecore.numbers import UNIT
from hypothesis import HealthCheck, Phase, given, settings
from openpyxl import Workbook, load_workbook
from school.models import Enrolment
from scores.tests.test_entering import enter, entry

from exchange.workbook.__main__ import main
from exchange.workbook.sheets import HEADS
from exchange.workbook.writing import write_workbook

MANY = 60
Turn = Callable[[str, Workbook], None]


def some_books() -> dict[str, Book]:
    """Random gradebooks, the same ones each time: all ways, drops, codes, adjustments, bonuses, terms made of terms."""
    found: list[Book] = []

    @settings(
        max_examples=MANY,
        derandomize=True,
        database=None,
        deadline=None,
        phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
    )
    @given(books())
    def collect(book: Book) -> None:
        found.append(book)

    collect()
    return {f"book {place}": book for place, book in enumerate(found)}


def recalculated(folder: Path, made: Mapping[str, Book], turn: Turn) -> dict[str, list[tuple[Any, ...]]]:
    """The lines of Results once LibreOffice has calculated: openpyxl keeps formulas and drops the values beside them."""
    into, out = folder / "in", folder / "out"
    into.mkdir(parents=True)
    for name, book in made.items():
        workbook = load_workbook(io.BytesIO(write_workbook(book)))
        turn(name, workbook)
        workbook.save(into / f"{name}.xlsx")
    profile = f"-env:UserInstallation={(folder / 'profile').as_uri()}"
    files = [str(each) for each in sorted(into.iterdir())]
    subprocess.run(
        ["soffice", profile, "--headless", "--convert-to", "xlsx", "--outdir", str(out), *files],
        check=True,
        capture_output=True,
        timeout=600,
    )
    return {
        name: list(
            load_workbook(out / f"{name}.xlsx", data_only=True)["Results"].iter_rows(min_row=2, values_only=True)
        )
        for name in made
    }


def differences(book: Book, lines: Iterable[tuple[Any, ...]]) -> list[str]:
    """Where the workbook says something else than the core: in a mark at all, in a percent by 1e-9."""
    gradebook = Gradebook(book, checked=True)
    found = []
    wanted = [(student, term.id) for student in book.students for term in book.terms]
    for (student, term), line in zip(wanted, lines, strict=True):
        result = gradebook.result(student, term)
        assert line[:2] == (student, term)
        for told, is_so in zip(
            line[2:], (result.percent, result.mark, result.final_percent, result.final_mark), strict=True
        ):
            if is_so is None or isinstance(is_so, str):
                agrees = (told or None) == is_so
            else:
                agrees = isinstance(told, int | float) and abs(told - float(is_so)) < 1e-9
            if not agrees:
                found.append(f"{student} {term}: {told} and not {is_so}")
    return found


def nothing(name: str, workbook: Workbook) -> None:
    """Leave the workbook as it was made."""


def test_libreoffice_comes_to_what_the_core_does_and_again_after_a_score_is_changed(tmp_path: Path) -> None:
    made = some_books()
    assert len(made) == MANY
    told = recalculated(tmp_path / "as made", made, nothing)
    assert {name: found for name in made if (found := differences(made[name], told[name]))} == {}

    chance = random.Random(20)
    changed: dict[str, Book] = {}

    def type_a_score(name: str, workbook: Workbook) -> None:
        book = made[name]
        works = [str(each.value) for each in workbook["Scores"][1][1:]]
        if not works:
            return
        at, row, halves = chance.randrange(len(works)), chance.randrange(len(book.students)), chance.randrange(41)
        workbook["Scores"].cell(HEADS + 1 + row, 2 + at, halves / 2)
        student = book.students[row]
        scores = {**book.scores, student: {**book.scores.get(student, {}), works[at]: halves * UNIT // 2}}
        changed[name] = replace(book, scores=scores)

    some = dict(list(made.items())[::3])
    again = recalculated(tmp_path / "changed", some, type_a_score)
    assert len(changed) > len(some) / 2
    assert {name: found for name in changed if (found := differences(changed[name], again[name]))} == {}


def test_the_command_makes_one_from_a_gradebook_file_and_refuses_what_makes_no_sense(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    file, out = tmp_path / "book.json", tmp_path / "book.xlsx"
    bands = [{"mark": "A", "min": "50"}, {"mark": "B", "min": "0"}]
    book = (
        '{"hoarfrost": 1, "scale": {"bands": %s}, "categories": [{"id": "c", "weight": "1"}], '
        '"assignments": [{"id": "=a", "points": "10", "category": "c"}], "students": ["=s"], "scores": {"=s": {"=a": "7"}}}'
    )
    file.write_text(book % str(bands).replace("'", '"'), encoding="utf-8")
    assert main([str(file), str(out)]) == 0, capsys.readouterr().err
    workbook = load_workbook(out)
    results = list(workbook["Results"].iter_rows(values_only=True))
    assert results[0][:4] == ("student", "term", "percent", "mark")
    assert all(str(each).startswith("=") for each in results[1])
    assert workbook["Scores"].cell(HEADS + 1, 1).data_type == "s", "a name is no formula, whatever it begins with"
    shown = list(load_workbook(out, data_only=True)["Results"].iter_rows(min_row=2, values_only=True))
    assert shown == [("=s", "term", 70, "A", 70, "A")], "who does not calculate reads what the core came to"
    file.write_text(book % "[]", encoding="utf-8")
    assert main([str(file), str(out)]) == 2
    assert "scale" in capsys.readouterr().err


def test_a_teacher_saves_the_class_with_names_or_aliases(world: World) -> None:
    enter(world, entry(world, "18"))

    def students(query: str) -> list[str]:
        answer = world.client("teacher").get(f"{world.address}/workbook.xlsx{query}")
        assert "attachment" in answer["Content-Disposition"]
        workbook = load_workbook(io.BytesIO(answer.content), data_only=True)
        lines = [line for line in workbook["Results"].iter_rows(min_row=2, values_only=True) if line[1] == "Quarter 2"]
        assert ("Fir, Fin", "Quarter 2", 90, "A") in [line[:4] for line in lines] or query
        return [str(line[0]) for line in lines]

    assert students("") == ["Fir, Fin", "Fir, Ivo", "Fir, Una"]
    assert "Fir" not in "".join(students("?aliases=true"))


def test_who_left_with_an_override_keeps_nobody_from_saving_the_class(world: World) -> None:
    fin = world.students[0]
    body = {"entries": [{"student": fin.pk, "percent": "", "mark": "A", "reason": ""}], "sure": False}
    address = f"{world.address}/report/{world.term.pk}/overrides"
    assert send(world.client("teacher"), "PATCH", address, body).status_code == 200
    Enrolment.objects.filter(student=fin).update(ends=world.term.starts)
    assert world.client("teacher").get(f"{world.address}/workbook.xlsx").status_code == 200
