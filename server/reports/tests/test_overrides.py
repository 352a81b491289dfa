"""Marks typed, marks outside the scale, and overrides by file."""

import io
import zipfile
from collections.abc import Sequence
from typing import Any

import pytest
import xlsxwriter
from conftest import World, send
from django.core.files.uploadedfile import SimpleUploadedFile
from openpyxl import load_workbook
from scores.models import Override
from scores.tests.test_entering import enter, entry

from reports.override_file import COLUMNS, LIMITS
from reports.tests.test_reports import override, post, row_of


@pytest.fixture
def marks(world: World) -> World:
    """The school has marks outside the scale, and everybody a grade."""
    world.school.outside_marks = [["W", "withdrawn"], ["AU", "audit"]]
    world.school.save()
    enter(world, *(entry(world, "17", student=place) for place in range(3)))
    return world


@pytest.mark.parametrize(("typed", "mark"), [("a", "A"), (" au ", "AU"), ("w", "W"), ("WITH", "W"), ("aud", "AU")])
def test_a_mark_is_typed_in_any_case_or_by_its_first_letters(marks: World, typed: str, mark: str) -> None:
    assert override(marks, mark=typed, reason="x").json() == {"changed": 1}
    assert row_of(marks)["grade"]["mark"] == mark


def test_letters_that_begin_two_marks_are_asked_about(marks: World) -> None:
    marks.school.outside_marks = [["PR", "present"], ["PS", "pass"]]
    marks.school.save()
    assert override(marks, mark="p").json()["detail"] == "p could be PR or PS. Type one letter more."
    assert "outside the scale PR (present), PS (pass)" in override(marks, mark="zz").json()["detail"]


def test_a_mark_outside_the_scale_has_no_percent_and_is_posted_as_it_is(marks: World) -> None:
    override(marks, mark="W", reason="left in December")
    row = row_of(marks)
    assert (row["grade"]["mark"], row["grade"]["percent"], row["grade"]["computed_percent"]) == ("W", None, "85.0")
    post(marks, 0)
    assert row_of(marks)["posted"]["mark"] == "W"


def test_more_than_full_is_asked_about_and_then_taken(marks: World) -> None:
    asked = override(marks, percent="140")
    assert (asked.json()["code"], asked.json()["detail"]) == ("above_100", "140 % is more than 100. Is it meant?")
    assert override(marks, percent="140", sure=True).json() == {"changed": 1}
    assert "no_reason" in [each["kind"] for each in row_of(marks)["checks"]]


def test_many_overrides_are_one_act_and_all_or_nothing(marks: World) -> None:
    address = f"{marks.address}/report/{marks.term.pk}/overrides"

    def put(*given: str) -> Any:
        entries = [{"student": each.pk, "mark": mark} for each, mark in zip(marks.students, given, strict=False)]
        return send(marks.client("teacher"), "PATCH", address, {"entries": entries})

    assert put("A", "nonsense").status_code == 422
    assert not Override.objects.exists()
    assert put("A", "B", "").json() == {"changed": 2}
    marks.client("teacher").post(f"{marks.address}/undo")
    assert not Override.objects.exists()
    marks.client("teacher").post(f"{marks.address}/redo")
    assert [each.mark for each in Override.objects.order_by("student_id")] == ["A", "B"]


def sheet(world: World, ending: str) -> bytes:
    return world.client("teacher").get(f"{world.address}/report/{world.term.pk}/overrides.{ending}").content


def read(world: World, content: bytes, name: str = "sheet.csv", **choices: Any) -> Any:
    """What a file would change, looked at as the page does: read to a table first, which is then asked about."""
    address = f"{world.address}/report/{world.term.pk}/overrides"
    table = world.client("teacher").post(f"{address}-table", {"file": SimpleUploadedFile(name, content)})
    if table.status_code != 200:
        return table
    body = {**table.json(), "choices": choices}
    return world.client("teacher").post(f"{address}-file", body, content_type="application/json")


def csv_of(*lines: Sequence[str]) -> bytes:
    return "\n".join(",".join(each) for each in (COLUMNS, *lines)).encode()


def line(number: str, percent: str = "", mark: str = "", reason: str = "") -> Sequence[str]:
    return (number, "Fir", "x", "85.0", "B", percent, mark, reason)


def test_a_sheet_goes_out_and_comes_back_as_a_workbook(marks: World) -> None:
    override(marks, student=2, mark="C", reason="agreed")
    book = load_workbook(io.BytesIO(sheet(marks, "xlsx")))
    page = book.worksheets[0]
    assert [[each.value or "" for each in row] for row in page.iter_rows(max_row=2)] == [
        list(COLUMNS),
        ["100", "Fir", "Fin", "85.0", "B", "", "", ""],
    ]
    page["F2"], page["H2"] = 0.915, "oral exam"
    page["F2"].number_format = "0.0%"
    page["G4"], page["H4"] = "w", "left"
    changed = io.BytesIO()
    book.save(changed)
    found = read(marks, changed.getvalue(), "Marks.XLSX").json()
    assert (found["unread"], found["same"]) == ([], 1)
    assert [(each["student"], each["before"], each["after"]) for each in found["changes"]] == [
        ("Fin Fir", "", "91.5 %"),
        ("Una Fir", "", "W"),
    ]
    assert Override.objects.get().mark == "C"


def test_what_of_a_file_cannot_be_read_is_said_line_by_line(marks: World) -> None:
    found = read(
        marks,
        csv_of(
            line("100", percent="140"),
            line("101", mark="Q", reason="x"),
            line("999", mark="A"),
            line("100", mark="A"),
            line("102", percent="=1+1"),
            ["", "", ""],
        ),
    ).json()
    assert [(each["student"], each["is_high"]) for each in found["changes"]] == [("Fin Fir", True)]
    assert [each["line"] for each in found["unread"]] == [3, 6]
    assert [(each["line"], each["said"], each["words"]) for each in found["asked"]] == [
        (4, "999 x Fir", "is nobody in this class by this name or number."),
        (5, "100 x Fir", "stands in line 2 already."),
    ]
    assert "The new percent is a formula" in found["unread"][1]["words"]
    bare = read(marks, csv_of(line("102", reason="agreed with the family"))).json()
    assert bare["unread"][0]["words"].startswith("Ivo Fir has a reason and neither a new percent nor a new mark")
    assert not Override.objects.exists()


def test_a_sheet_made_otherwise_is_read_as_scores_are(marks: World) -> None:
    """Heads further down and in another order, students by name, numbers as they are written elsewhere."""
    found = read(
        marks,
        'Geography\n\nReason;New mark;Student;New percent\nportfolio;;"Fir, Fin";87,5\nno;;Somebody Else;90\n'.encode(
            "cp1252"
        ),
    ).json()
    assert [(each["student"], each["after"], each["reason"]) for each in found["changes"]] == [
        ("Fin Fir", "87.5 %", "portfolio")
    ]
    assert [(each["line"], each["said"]) for each in found["asked"]] == [(5, "Somebody Else")]


def test_columns_and_students_that_a_file_does_not_tell_are_chosen(marks: World) -> None:
    content = b"Pupil,Agreed,Why\nFin Fir,91.5,oral\nSomebody Else,80,\n"
    found = read(marks, content).json()
    assert found["lacks"] == "Say which column has the new percent or the new mark."
    assert [(each["head"], each["example"], each["field"]) for each in found["columns"]] == [
        ("Pupil", "Fin Fir", "full_name"),
        ("Agreed", "91.5", ""),
        ("Why", "oral", ""),
    ]
    assert (found["changes"], found["same"]) == ([], 0)
    chosen = {
        "fields": {"0": "full_name", "1": "percent", "2": "reason"},
        "students": {"3": marks.students[2].pk},
        "lines": {"2": False},
    }
    found = read(marks, content, **chosen).json()
    assert (found["lacks"], found["asked"]) == ("", [])
    assert [(each["line"], each["student"], each["after"], each["is_taken"]) for each in found["changes"]] == [
        (2, "Fin Fir", "91.5 %", False),
        (3, "Ivo Fir", "80 %", True),
    ]
    lost = read(marks, content, fields={"1": "percent"}).json()
    assert lost["lacks"].startswith("Say which column tells whom a line is about")
    twice = read(marks, content, fields={"0": "full_name", "1": "percent", "2": "percent"}).json()
    assert twice["detail"] == "Two columns are new percent. Choose another for one of them."
    assert read(marks, content, fields={"1": "salary"}).json()["detail"] == "There is no such column."


def test_what_a_file_has_no_column_for_stays(marks: World) -> None:
    override(marks, student=0, mark="C", reason="agreed")
    override(marks, student=1, percent="70", reason="portfolio")
    found = read(marks, b"Number,New percent\n100,\n101,75\n102,\n").json()
    assert [(each["line"], each["before"], each["after"], each["reason"]) for each in found["changes"]] == [
        (3, "70 %", "75 %", "portfolio")
    ]
    assert found["same"] == 2
    # A sheet that could name a mark as well takes back what it leaves empty.
    found = read(marks, b"Number,New percent,New mark\n100,,\n101,70,\n").json()
    assert [(each["line"], each["before"], each["after"]) for each in found["changes"]] == [(2, "C", "")]


def damaged(page: bytes) -> bytes:
    """A workbook in which a page was cut off or written over."""
    whole, out = io.BytesIO(), io.BytesIO()
    with xlsxwriter.Workbook(whole) as book:
        book.add_worksheet().write_row(0, 0, COLUMNS)
    with zipfile.ZipFile(whole) as archive, zipfile.ZipFile(out, "w") as made:
        for name in archive.namelist():
            made.writestr(name, page if name.endswith("sheet1.xml") else archive.read(name))
    return out.getvalue()


@pytest.mark.parametrize(
    ("name", "content", "said"),
    [
        ("x.csv", b"100,x\n101,y", "None of the first 15 lines names the columns"),
        ("x.csv", b"", "None of the first 15 lines names the columns"),
        ("x.xlsx", b"PK not a workbook", "cannot be read as a workbook"),
        ("x.xlsx", damaged(b"<worksheet><sheetData><row><c"), "cannot be read as a workbook"),
        ("x.xlsx", damaged(b"\xff\xfe\x00<"), "cannot be read as a workbook"),
        ("x.pdf", b"%PDF", "neither CSV nor a workbook"),
        ("x.csv", b"x" * (LIMITS.megabytes * 1024 * 1024 + 1), "at most 2 MB"),
    ],
)
def test_a_file_that_is_no_sheet_is_refused_in_words(marks: World, name: str, content: bytes, said: str) -> None:
    refused = read(marks, content, name)
    assert (refused.status_code, refused.json()["field"]) == (422, "file")
    assert said in refused.json()["detail"]


def test_names_in_the_sheet_are_never_formulas(marks: World) -> None:
    marks.students[0].family_name = "=SUM(A1)"
    marks.students[0].save()
    marks.changed()
    assert b"'=SUM(A1)" in sheet(marks, "csv")
    page = load_workbook(io.BytesIO(sheet(marks, "xlsx"))).worksheets[0]
    assert {each.data_type for row in page.iter_rows(max_col=3) for each in row} == {"s"}


def test_a_workbook_that_unpacks_too_far_is_refused(marks: World) -> None:
    out = io.BytesIO()
    with xlsxwriter.Workbook(out, {"constant_memory": True}) as book:
        page = book.add_worksheet()
        for row in range(9_000):
            page.write_row(row, 0, ["1" * 900] * 6)
    assert len(out.getvalue()) < LIMITS.megabytes * 1024 * 1024
    assert "unpacks to far more" in read(marks, out.getvalue(), "x.xlsx").json()["detail"]


def test_a_student_is_given_one_override_at_a_time(marks: World) -> None:
    entries = [{"student": marks.students[0].pk, "mark": mark} for mark in ("A", "B")]
    address = f"{marks.address}/report/{marks.term.pk}/overrides"
    refused = send(marks.client("teacher"), "PATCH", address, {"entries": entries})
    assert (refused.status_code, refused.json()["detail"]) == (
        422,
        "Fin Fir stands there twice. Give each student one override.",
    )
