"""Files over HTTP."""

import json

from django.http import HttpResponse
from gradecore.file import write_book
from school.access import Asking, PermittedRouter
from school.models import AuditAction
from scores.book import load_class

from exchange.download import as_file
from exchange.permissions import SAVE_CLASS
from exchange.workbook.naming import with_names
from exchange.workbook.writing import write_workbook

router = PermittedRouter(tags=["exchange"])


@router.get("/classes/{class_id}/gradebook.json", permission=SAVE_CLASS, audit=AuditAction.EXPORTED)
def save(request: Asking, class_id: int) -> HttpResponse:
    """The class as an open gradebook file, which `hoarfrost compute` reads."""
    text = json.dumps(write_book(load_class(request.school_class).book), ensure_ascii=False, indent=1)
    name = f"{request.school_class} gradebook.json".replace('"', "")
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return HttpResponse(text, content_type="application/json", headers=headers)


@router.get("/classes/{class_id}/workbook.xlsx", permission=SAVE_CLASS, audit=AuditAction.EXPORTED)
def save_workbook(request: Asking, class_id: int, aliases: bool = False) -> HttpResponse:
    """The class as a workbook that keeps calculating, with names or aliases."""
    book = with_names(load_class(request.school_class), aliases=aliases)
    return as_file(write_workbook(book), f"{request.school_class} workbook.xlsx")
