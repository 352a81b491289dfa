"""How long files take: ``./hoarfrost bench files``. Ratios of one run, beside the bare libraries that read and write them."""

import io
import os
import platform
import statistics
import sys
from pathlib import Path

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "server")]

import django  # noqa: E402
from _measuring import by_turns, made  # noqa: E402

from tests.stack import Stack  # noqa: E402

STUDENTS, WORKS, TIMES = 40, 150, 7
IN, OUT = 15, 3
"""At most so many times a request of one query and the bare reading together; and so many times the bare writing of as many cells."""


def main() -> None:
    """Bring a file of scores in as far as it is shown, and make the workbook that keeps calculating."""
    stack = Stack("bench_files")
    stack.make()
    os.environ |= stack.environment
    django.setup()
    import xlsxwriter
    from django.core.files.uploadedfile import SimpleUploadedFile
    from django.test import Client
    from exchange.workbook.naming import with_names
    from exchange.workbook.writing import write_workbook
    from openpyxl import load_workbook
    from school.models import Person, SchoolClass
    from scores.book import load_class

    print(f"{platform.machine()}, {os.cpu_count()} cores; {STUDENTS} students, {WORKS} pieces of work")
    try:
        client = Client(headers={"host": "localhost"})
        client.force_login(Person.objects.get(sign_in="odalys"), backend="django.contrib.auth.backends.ModelBackend")
        class_id = made(STUDENTS, WORKS)
        at = f"/api/v1/classes/{class_id}"
        file = client.get(f"{at}/scores.xlsx").content
        loaded = load_class(SchoolClass.objects.select_related("school", "year").get(pk=class_id))

        def bare_reading() -> None:
            assert client.get("/api/v1/calendar-addresses").status_code == 200
            assert len(list(load_workbook(io.BytesIO(file), read_only=True).worksheets[0].iter_rows())) > STUDENTS

        def brought_in() -> None:
            table = client.post(f"{at}/scores-table", {"file": SimpleUploadedFile("scores.xlsx", file)}).json()
            for line in table["rows"][6:]:
                line[3] = "1"
            body = {"name": "scores.xlsx", "told": "", "rows": table["rows"]}
            found = client.post(f"{at}/scores-file", body, content_type="application/json")
            assert len(found.json()["cells"]) == STUDENTS

        workbook = write_workbook(with_names(loaded))
        pages = load_workbook(io.BytesIO(workbook)).worksheets
        cells = [[(cell.row, cell.column, cell.value) for row in page.iter_rows() for cell in row] for page in pages]

        def bare_writing() -> None:
            with xlsxwriter.Workbook(io.BytesIO(), {"in_memory": True}) as book:
                for each in cells:
                    page = book.add_worksheet()
                    for row, column, value in each:
                        page.write(row - 1, column - 1, value)

        took = by_turns(
            {
                "bare reading": bare_reading,
                "brought in": brought_in,
                "bare writing": bare_writing,
                "workbook": lambda: write_workbook(with_names(loaded)),
            },
            TIMES,
        )
        found = {name: statistics.median(each) for name, each in took.items()}
        read, written = found["brought in"] / found["bare reading"], found["workbook"] / found["bare writing"]
        print(
            f"a file of scores read, compared and shown: {read:.1f} times one query and the bare reading (at most {IN})"
        )
        count = sum(map(len, cells))
        print(
            f"the workbook that keeps calculating: {written:.1f} times bare writing of its {count:,} cells (at most {OUT})"
        )
        print(", ".join(f"{name} {each:.0f} ms" for name, each in found.items()))
    finally:
        stack.drop()


if __name__ == "__main__":
    main()
