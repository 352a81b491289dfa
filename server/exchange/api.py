"""Files over HTTP."""

import json

from django.http import HttpResponse
from gradecore.file import write_book
from school.access import Asking, PermittedRouter
from school.models import AuditAction
from scores.book import load_class

from exchange.permissions import SAVE_CLASS

router = PermittedRouter(tags=["exchange"])


@router.get("/classes/{class_id}/gradebook.json", permission=SAVE_CLASS, audit=AuditAction.EXPORTED)
def save(request: Asking, class_id: int) -> HttpResponse:
    """The class as an open gradebook file, which `hoarfrost compute` reads."""
    text = json.dumps(write_book(load_class(request.school_class).book), ensure_ascii=False, indent=1)
    name = f"{request.school_class} gradebook.json".replace('"', "")
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return HttpResponse(text, content_type="application/json", headers=headers)
