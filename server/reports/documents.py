"""Documents made in the background: asked for, made piece by piece with progress, and fetched when done.

What was asked for is kept in the database; the broker only wakes the worker, which also looks by itself now and then
(see `school.lease`).
"""

import io
import logging
import zipfile
from collections.abc import Iterator, Sequence
from contextlib import suppress
from dataclasses import dataclass
from typing import Any

from django.db import transaction
from exchange.download import file_name
from exchange.gradebook import gradebook_text
from school import worker_queue
from school.lease import LeaseLost, end, go_on, refuse_spent, take
from school.models import Enrolment, Person, School, SchoolClass, SchoolClasses, Student, Term
from school.refusal import NotYours, Refused
from scores.book import LoadedClass, load_class
from weasyprint.document import Document as Layout

from reports import sheets
from reports.card_schemas import CardOut, WantedIn
from reports.cards import card_of, posted_of
from reports.letters import letter_pages
from reports.models import Document, DocumentPiece, DocumentState
from reports.printing import as_pdf, card_pages

KEPT = 20
"""Documents kept for a person; older ones make room."""

PIECE = 1024 * 1024
"""Bytes of a file that are kept in one row."""

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
    if wanted.kind in ("cards", "letters") and not wanted.students:
        raise Refused("Choose for whom they are made.", "students")
    pieces = classes_of(term).count() if wanted.kind == "gradebooks" else len(wanted.students)
    document = Document.objects.create(
        person=person,
        school=school,
        name=name[:160],
        at=school.now(),
        total=max(pieces, 1),
        wanted=wanted.model_dump()
        | {
            "term": term.pk,
            "class": school_class.pk if school_class else None,
            "classes": classes,
            "design": wanted.design or school.card_design,
            "paper": wanted.paper or school.paper,
        },
    )
    old = person.documents.order_by("-id").values_list("pk", flat=True)[KEPT:]
    Document.objects.filter(pk__in=list(old)).delete()
    transaction.on_commit(wake)
    return document


def wake() -> None:
    """Tell the worker that something waits. One that cannot be told finds it when it starts."""
    worker_queue.wake(TASK)


def make_waiting() -> int:
    """Make every document that waits, one after another. Gives how many."""
    made = 0
    while (document := take(Document.objects.all(), DocumentState.WAITING, DocumentState.BEING_MADE)) is not None:
        _make(document)
        made += 1
    return made


def _make(document: Document) -> None:
    try:
        refuse_spent(document)
        content = _Making(document).content()
        _keep(document, content)
    except LeaseLost:
        log.warning("Document %s is made by another worker by now", document.pk)
    except Exception:
        log.exception("Document %s could not be made", document.pk)
        problem = "It could not be made. Ask for it again; if that does not help, tell whoever runs Hoarfrost here."
        with suppress(LeaseLost):
            end(document, state=DocumentState.FAILED, problem=problem)


@transaction.atomic
def _keep(document: Document, content: bytes) -> None:
    """Keep a file that was made, in pieces."""
    end(document, state=DocumentState.DONE, done=document.total, size=len(content))
    for place, begin in enumerate(range(0, len(content), PIECE)):
        DocumentPiece.objects.create(document=document, place=place, content=content[begin : begin + PIECE])


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
        if self.wanted["kind"] == "gradebooks":
            return self._gradebooks(term)
        if self.wanted["kind"] == "letters":
            return as_pdf(self._letters(term), self.title)
        if self.wanted["kind"] != "cards":
            return as_pdf(self._sheet(term), self.title)
        if self.wanted["packed"]:
            return self._zip(term)
        return as_pdf(self._cards(term), self.title)

    def _sheet(self, term: Term) -> Iterator[Layout]:
        loaded = self._class()
        place = next(each for each in loaded.plan.terms if each.pk == term.pk)
        paper = self.wanted["paper"]
        if self.wanted["kind"] == "board":
            return sheets.board(loaded, place, self.wanted["shows"], paper)
        if self.wanted["kind"] == "class_sheet":
            return sheets.class_sheet(loaded, place, paper)
        return sheets.marking_sheet(loaded, place, paper)

    def _letters(self, term: Term) -> Iterator[Layout]:
        loaded = self._class()
        chosen = set(self.wanted["students"])
        for student in (each for each in loaded.plan.students if each.pk in chosen):
            yield letter_pages(loaded, student, term, self.wanted["paper"])
            go_on(self.document)

    def _class(self) -> LoadedClass:
        return load_class(SchoolClass.objects.whole().get(pk=self.wanted["class"]))

    def _gradebooks(self, term: Term) -> bytes:
        """The gradebook files of the year's classes in a zip, of which one is loaded at a time."""
        out, naming = io.BytesIO(), self.wanted["naming"]
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
            for school_class in classes_of(term).whole():
                text = gradebook_text(load_class(school_class), naming)
                archive.writestr(f"{file_name(str(school_class))} {school_class.pk}.json", text)
                go_on(self.document)
        return out.getvalue()

    def _each_card(self, term: Term) -> list[CardOut]:
        students = Student.objects.filter(pk__in=self.wanted["students"]).select_related("school")
        terms = list(Term.objects.filter(year=term.year_id).order_by("position"))
        grades = posted_of(self.wanted["students"], self.wanted["classes"])
        ordered = sorted(students, key=lambda each: (each.family_name, each.given_name, each.number))
        return [card_of(each, grades.get(each.pk, []), term, terms) for each in ordered]

    def _cards(self, term: Term) -> Iterator[Layout]:
        for card in self._each_card(term):
            yield card_pages(card, self.wanted["design"], self.wanted["paper"])
            go_on(self.document)

    def _zip(self, term: Term) -> bytes:
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
            for card in self._each_card(term):
                pages = card_pages(card, self.wanted["design"], self.wanted["paper"])
                archive.writestr(
                    f"{file_name(card.student)} {card.number}.pdf", as_pdf([pages], f"{card.student}, {card.term}")
                )
                go_on(self.document)
        return out.getvalue()


def classes_of(term: Term) -> SchoolClasses:
    """The classes of a term's year that are not put away."""
    return SchoolClass.objects.filter(year=term.year_id, archived_at=None)


def name_of(called: str, term: Term, wanted: WantedIn) -> str:
    """What a document is called, with its ending."""
    said = {
        "cards": "report cards",
        "letters": "letters to families",
        "board": f"{wanted.shows} under aliases",
        "class_sheet": "class sheet",
        "marking": "marking sheet",
    }
    return f"{called}, {term.name}, {said[wanted.kind]}.{'zip' if wanted.packed and wanted.kind == 'cards' else 'pdf'}"


def content_of(document: Document) -> bytes:
    """A document's file. Raises Refused while it is not made."""
    if document.state != DocumentState.DONE:
        raise Refused("It is not made yet. Its progress is shown where it was asked for.")
    return b"".join(bytes(each) for each in document.pieces.values_list("content", flat=True))


def own(person: Person, document: int) -> Document:
    """A document of one's own."""
    found = Document.objects.filter(person=person, pk=document).select_related("school").first()
    if found is None:
        raise NotYours
    return found


def students_of(classes: Sequence[int], today: Any) -> list[int]:
    """Everybody enrolled in some classes today."""
    rows = Enrolment.objects.filter(school_class__in=classes).exclude(ends__lt=today)
    return list(rows.values_list("student_id", flat=True).distinct())
