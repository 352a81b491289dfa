"""Files as answers, under a name that every system takes."""

from django.http import HttpResponse
from django.utils.http import content_disposition_header


def as_file(content: bytes, name: str) -> HttpResponse:
    """A file as an answer, under its name."""
    ending = name.rpartition(".")[2]
    response = HttpResponse(content, content_type=_TYPES[ending])
    response.headers["Content-Disposition"] = (
        content_disposition_header(as_attachment=True, filename=file_name(name)) or ""
    )
    return response


_TYPES = {
    "pdf": "application/pdf",
    "zip": "application/zip",
    "csv": "text/csv; charset=utf-8",
    "json": "application/json",
    "ics": "text/calendar; charset=utf-8",
    "xlsx": "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
}


def file_name(text: str) -> str:
    """A text as a name that every system takes for a file."""
    return "".join("-" if letter in '<>:"/\\|?*' or ord(letter) < 32 else letter for letter in text).strip(". ")
