"""Documents made in the background: asked for, made piece by piece with progress, and fetched when done.

What was asked for is kept in the database; the broker only wakes the worker. A worker that was stopped in the
middle leaves the document waiting, and it is made from the beginning.
"""

import io
import logging
import zipfile
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from celery import current_app
from django.db import transaction
from django.http import HttpResponse
from django.utils.http import content_disposition_header
from kombu.exceptions import OperationalError
from school.models import Enrolment, Person, School, SchoolClass, Student, Term
from school.refusal import NotYours, Refused
from scores.book import load_class
from weasyprint.document import Document as Layout

from reports import sheets
from reports.card_schemas import CardOut, WantedIn
from reports.cards import card_of, posted_of
from reports.models import Document, DocumentState
from reports.printing import as_pdf, card_pages

KEPT = 20
"""Documents kept for a person; older ones make room."""

TASK = "reports.make_documents"
log = logging.getLogger(__name__)


def ask_for(
    person: Person,
    school: School,
    name: str,
    term: Term,
    wanted: WantedIn,
    *,
    school_class: SchoolClass | None,
    classes: Sequence[int] | None,
) -> Document:
    """Put down what is wanted, and wake the worker. `classes` are those whose grades may stand on cards; None for all."""
    if wanted.kind == "cards" and not wanted.students:
        raise Refused("Choose whose report cards are made.", "students")
    document = Document.objects.create(
        person=person, school=school, name=name[:160], at=school.now(), total=max(len(wanted.students), 1),
        wanted=wanted.model_dump() | {
            "term": term.pk, "class": school_class.pk if school_class else None, "classes": classes,
            "design": wanted.design or school.card_design, "paper": wanted.paper or school.paper,
        },
    )  # fmt: skip
    old = person.documents.order_by("-id").values_list("pk", flat=True)[KEPT:]
    Document.objects.filter(pk__in=list(old)).delete()
    transaction.on_commit(wake)
    return document


def wake() -> None:
    """Tell the worker that something waits. One that cannot be told finds it when it starts."""
    try:
        current_app.send_task(TASK, retry=False)
    except OperationalError:
        log.warning("The worker could not be woken; documents wait.")


def make_waiting() -> int:
    """Make every document that waits, one after another. Gives how many."""
    made = 0
    while (document := _take()) is not None:
        _make(document)
        made += 1
    return made


def take_up_again() -> None:
    """Documents that a stopped worker left in the middle wait again."""
    Document.objects.filter(state=DocumentState.BEING_MADE).update(state=DocumentState.WAITING, done=0)


@transaction.atomic
def _take() -> Document | None:
    document = (
        Document.objects.select_for_update(skip_locked=True).filter(state=DocumentState.WAITING).order_by("id").first()
    )
    if document is not None:
        document.state = DocumentState.BEING_MADE
        document.save(update_fields=["state"])
    return document


def _make(document: Document) -> None:
    try:
        content = _Making(document).content()
    except Exception:
        log.exception("Document %s could not be made", document.pk)
        document.state = DocumentState.FAILED
        document.problem = (
            "It could not be made. Ask for it again; if that does not help, tell whoever runs Hoarfrost here."
        )
        document.save(update_fields=["state", "problem"])
        return
    document.content, document.size = content, len(content)
    document.state, document.done = DocumentState.DONE, document.total
    document.save(update_fields=["content", "size", "state", "done"])


@dataclass(frozen=True)
class _Making:
    document: Document

    @property
    def wanted(self) -> dict[str, Any]:
        found: dict[str, Any] = self.document.wanted
        return found

    @property
    def title(self) -> str:
        return self.document.name.rpartition(".")[0]

    def content(self) -> bytes:
        term = Term.objects.select_related("year", "within").get(pk=self.wanted["term"])
        if self.wanted["kind"] != "cards":
            return as_pdf(self._sheet(term), self.title)
        if self.wanted["packed"]:
            return self._zip(term)
        return as_pdf(self._cards(term), self.title)

    def _sheet(self, term: Term) -> Iterator[Layout]:
        loaded = load_class(SchoolClass.objects.select_related("school", "year").get(pk=self.wanted["class"]))
        place = next(each for each in loaded.plan.terms if each.pk == term.pk)
        paper = self.wanted["paper"]
        if self.wanted["kind"] == "board":
            return sheets.board(loaded, place, self.wanted["shows"], paper)
        if self.wanted["kind"] == "class_sheet":
            return sheets.class_sheet(loaded, place, paper)
        return sheets.marking_sheet(loaded, place, paper)

    def _each_card(self, term: Term) -> list[CardOut]:
        students = Student.objects.filter(pk__in=self.wanted["students"]).select_related("school")
        terms = list(Term.objects.filter(year=term.year_id).order_by("position"))
        grades = posted_of(self.wanted["students"], self.wanted["classes"])
        ordered = sorted(students, key=lambda each: (each.family_name, each.given_name, each.number))
        return [card_of(each, grades.get(each.pk, []), term, terms) for each in ordered]

    def _cards(self, term: Term) -> Iterator[Layout]:
        for card in self._each_card(term):
            yield card_pages(card, self.wanted["design"], self.wanted["paper"])
            self._further()

    def _zip(self, term: Term) -> bytes:
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
            for card in self._each_card(term):
                pages = card_pages(card, self.wanted["design"], self.wanted["paper"])
                archive.writestr(
                    f"{file_name(card.student)} {card.number}.pdf", as_pdf([pages], f"{card.student}, {card.term}")
                )
                self._further()
        return out.getvalue()

    def _further(self) -> None:
        self.document.done += 1
        self.document.save(update_fields=["done"])


def name_of(called: str, term: Term, wanted: WantedIn) -> str:
    """What a document is called, with its ending."""
    said = {
        "cards": "report cards",
        "board": f"{wanted.shows} under aliases",
        "class_sheet": "class sheet",
        "marking": "marking sheet",
    }
    return f"{called}, {term.name}, {said[wanted.kind]}.{'zip' if wanted.packed and wanted.kind == 'cards' else 'pdf'}"


def content_of(document: Document) -> bytes:
    """A document's file. Raises Refused while it is not made."""
    if document.content is None:
        raise Refused("It is not made yet. Its progress is shown where it was asked for.")
    return bytes(document.content)


def file_name(text: str) -> str:
    """A text as a name that every system takes for a file."""
    return "".join("-" if letter in '<>:"/\\|?*' or ord(letter) < 32 else letter for letter in text).strip(". ")


def own(person: Person, document: int) -> Document:
    """A document of one's own, without its content."""
    found = Document.objects.filter(person=person, pk=document).select_related("school").defer("content").first()
    if found is None:
        raise NotYours
    return found


def as_file(content: bytes, name: str) -> HttpResponse:
    """A file as an answer, under its name."""
    ending = name.rpartition(".")[2]
    response = HttpResponse(content, content_type=_TYPES[ending])
    response.headers["Content-Disposition"] = (
        content_disposition_header(as_attachment=True, filename=file_name(name)) or ""
    )
    return response


_TYPES = {
    "pdf": "application/pdf", "zip": "application/zip", "csv": "text/csv; charset=utf-8",
    "xlsx": "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
}  # fmt: skip


def students_of(classes: Sequence[int], today: Any) -> list[int]:
    """Everybody enrolled in some classes today."""
    rows = Enrolment.objects.filter(school_class__in=classes).exclude(ends__lt=today)
    return list(rows.values_list("student_id", flat=True).distinct())
