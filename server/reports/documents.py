"""Documents made in the background: asked for, made piece by piece with progress, and fetched when done.

Many report cards are made in parts, by as many workers as there are, and joined by the one that finds all parts there. What was asked
for is kept in the database; the broker only wakes the worker, which also looks by itself now and then (see `school.lease`).
"""

import io
import logging
import zipfile
from collections.abc import Iterator, Sequence
from contextlib import suppress
from dataclasses import dataclass
from typing import Any

from django.db import transaction
from django.db.models import Exists, OuterRef, QuerySet, Sum
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
from reports.models import Document, DocumentPart, DocumentPiece, DocumentState
from reports.pdf_parts import joined
from reports.printing import as_pdf, card_pages

KEPT = 20
"""Documents kept for a person; older ones make room."""

CARDS_IN_PART = 20
MOST_WOKEN = 8
"""So many workers are told of a document at most; further ones find its parts by themselves."""

PIECE = 1024 * 1024
"""Bytes of a file that are kept in one row."""

PROBLEM = "It could not be made. Ask for it again; if that does not help, tell whoever runs Hoarfrost here."
TASK = "reports.make_documents"
log = logging.getLogger(__name__)


@transaction.atomic
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
    parts = divide(document) if wanted.kind == "cards" else 0
    old = person.documents.order_by("-id").values_list("pk", flat=True)[KEPT:]
    Document.objects.filter(pk__in=list(old)).delete()
    transaction.on_commit(lambda: wake(parts))
    return document


def divide(document: Document) -> int:
    """Divide report cards among parts, in the order of the names. Gives how many there are: none where one worker does them at once."""
    students = [each.pk for each in _ordered(document.wanted["students"])]
    if len(students) <= CARDS_IN_PART:
        return 0
    parts = [students[begin : begin + CARDS_IN_PART] for begin in range(0, len(students), CARDS_IN_PART)]
    DocumentPart.objects.bulk_create(
        DocumentPart(document=document, place=place, students=each, total=len(each)) for place, each in enumerate(parts)
    )
    return len(parts)


def _ordered(students: Sequence[int]) -> list[Student]:
    found = Student.objects.filter(pk__in=students).select_related("school")
    return sorted(found, key=lambda each: (each.family_name, each.given_name, each.number))


def wake(parts: int = 0) -> None:
    """Tell workers that something waits, one for each of its parts. One that cannot be told finds it when it starts."""
    for _ in range(min(max(parts, 1), MOST_WOKEN)):
        worker_queue.wake(TASK)


def make_waiting() -> int:
    """Make every document and part that waits, one after another. Gives how many documents were made.

    Documents whose parts are all there come before parts, so that one that is nearly done does not wait for one that begins.
    """
    made = 0
    while True:
        if (document := take(_whole(), DocumentState.WAITING, DocumentState.BEING_MADE)) is not None:
            _make(document)
            made += 1
        elif (part := take(DocumentPart.objects.all(), DocumentState.WAITING, DocumentState.BEING_MADE)) is not None:
            _make_part(part)
        else:
            return made


def _whole() -> QuerySet[Document]:
    """The documents that have no parts, or all of them."""
    lacking = DocumentPart.objects.filter(document=OuterRef("pk")).exclude(state=DocumentState.DONE)
    return Document.objects.filter(~Exists(lacking))


def _make(document: Document) -> None:
    try:
        refuse_spent(document)
        parts = [bytes(each) for each in document.parts.values_list("content", flat=True)]
        _keep(document, _joined(document, parts) if parts else _Making(document, document).content())
    except LeaseLost:
        log.warning("Document %s is made by another worker by now", document.pk)
    except Exception:
        log.exception("Document %s could not be made", document.pk)
        with suppress(LeaseLost):
            end(document, state=DocumentState.FAILED, problem=PROBLEM)


def _make_part(part: DocumentPart) -> None:
    document = part.document
    try:
        refuse_spent(part)
        Document.objects.filter(pk=document.pk, state=DocumentState.WAITING).update(state=DocumentState.BEING_MADE)
        end(part, state=DocumentState.DONE, content=_Making(document, part, part.students).content())
    except LeaseLost:
        log.warning("Part %s of document %s is made by another worker by now", part.place, document.pk)
    except Exception:
        log.exception("Part %s of document %s could not be made", part.place, document.pk)
        with suppress(LeaseLost), transaction.atomic():
            end(part, state=DocumentState.FAILED)
            Document.objects.filter(pk=document.pk).update(state=DocumentState.FAILED, problem=PROBLEM)
            document.parts.all().delete()


@transaction.atomic
def _keep(document: Document, content: bytes) -> None:
    """Keep a file that was made, in pieces."""
    end(document, state=DocumentState.DONE, done=document.total, size=len(content))
    document.parts.all().delete()
    for place, begin in enumerate(range(0, len(content), PIECE)):
        DocumentPiece.objects.create(document=document, place=place, content=content[begin : begin + PIECE])


def _joined(document: Document, parts: Sequence[bytes]) -> bytes:
    """The files of a document's parts as one."""
    if not document.wanted["packed"]:
        return joined(parts)
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as whole:
        for each in parts:
            with zipfile.ZipFile(io.BytesIO(each)) as part:
                for name in part.namelist():
                    whole.writestr(name, part.read(name))
    return out.getvalue()


@dataclass(frozen=True)
class _Making:
    """A document that is made, or of its report cards those of some students; `work` is what the worker holds a lease of."""

    document: Document
    work: Document | DocumentPart
    cards_of: Sequence[int] | None = None

    def _step(self) -> None:
        """A piece is done. Raises LeaseLost."""
        go_on(self.work)
        if isinstance(self.work, DocumentPart):
            done = self.document.parts.aggregate(done=Sum("done"))["done"]
            Document.objects.filter(pk=self.document.pk).update(done=done)

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
            self._step()

    def _class(self) -> LoadedClass:
        return load_class(SchoolClass.objects.whole().get(pk=self.wanted["class"]))

    def _gradebooks(self, term: Term) -> bytes:
        """The gradebook files of the year's classes in a zip, of which one is loaded at a time."""
        out, naming = io.BytesIO(), self.wanted["naming"]
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
            for school_class in classes_of(term).whole():
                text = gradebook_text(load_class(school_class), naming)
                archive.writestr(f"{file_name(str(school_class))} {school_class.pk}.json", text)
                self._step()
        return out.getvalue()

    def _each_card(self, term: Term) -> list[CardOut]:
        students = self.wanted["students"] if self.cards_of is None else self.cards_of
        terms = list(Term.objects.filter(year=term.year_id).order_by("position"))
        grades = posted_of(students, self.wanted["classes"])
        return [card_of(each, grades.get(each.pk, []), term, terms) for each in _ordered(students)]

    def _cards(self, term: Term) -> Iterator[Layout]:
        for card in self._each_card(term):
            yield card_pages(card, self.wanted["design"], self.wanted["paper"])
            self._step()

    def _zip(self, term: Term) -> bytes:
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
            for card in self._each_card(term):
                pages = card_pages(card, self.wanted["design"], self.wanted["paper"])
                archive.writestr(
                    f"{file_name(card.student)} {card.number}.pdf", as_pdf([pages], f"{card.student}, {card.term}")
                )
                self._step()
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
