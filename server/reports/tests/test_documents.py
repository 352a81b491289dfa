"""Report cards and sheets: what was posted read back from the PDF, progress, and whose they are."""

import datetime
import io
import json
import secrets
import zipfile
from typing import Any

import pytest
from conftest import World, make_class, send
from django.utils import timezone
from gradecore.file import read_book
from gradecore.gradebook import Gradebook
from pikepdf import Pdf
from plans.models import Assignment, GradingScale
from pypdf import PdfReader
from school.lease import MOST_ATTEMPTS, take
from school.models import Enrolment
from scores.book import load_class
from scores.tests.test_entering import enter, entry

from reports import documents
from reports.models import Document, DocumentPart, DocumentState
from reports.tests.test_reports import comment, override, post


def pages(content: bytes) -> list[str]:
    return [" ".join(page.extract_text().split()) for page in PdfReader(io.BytesIO(content)).pages]


def ask(world: World, who: str = "teacher", **body: Any) -> Any:
    return send(world.client(who), "POST", f"{world.address}/documents", body)


def take_document() -> Document | None:
    return take(Document.objects.all(), DocumentState.WAITING, DocumentState.BEING_MADE)


def made(world: World, who: str = "teacher", **body: Any) -> bytes:
    document = ask(world, who, **body).json()
    documents.make_waiting()
    progress = world.client(who).get(f"/api/v1/documents/{document['id']}").json()
    assert (progress["state"], progress["done"]) == ("done", progress["total"])
    return world.client(who).get(f"/api/v1/documents/{document['id']}/file").content


@pytest.fixture
def posted(world: World) -> World:
    """Three grades posted, one with a narrative, one in many scripts and very long."""
    world.students[1].given_name, world.students[1].family_name = "Miangaly Njara", "Razafindrakoto-Ramanantsoa"
    world.students[1].save()
    enter(world, *(entry(world, "17", student=place) for place in range(3)))
    address = f"{world.address}/report/{world.term.pk}/{{}}/comment"
    texts = (
        ("Fin asks & <answers>.", ""),
        ("Dvořáček, Jovanović, Łucja, Привет, 你好, नमस्ते.", "A letter.\n\n" + "She reads well. " * 400),
    )
    for student, (text, narrative) in zip(world.students, texts, strict=False):
        body = {"text": text, "narrative": narrative, "is_ready": True, "version": 0}
        send(world.client("teacher"), "PUT", address.format(student.pk), body)
    post(world, 0, 1, 2)
    return world


@pytest.mark.parametrize("design", ["ledger", "pages"])
def test_a_card_says_what_was_posted_and_not_what_is_computed_now(posted: World, design: str) -> None:
    enter(posted, entry(posted, "1", 1))
    comment(posted, "Something else.", 1)
    (page,) = pages(made(posted, kind="cards", students=[posted.students[0].pk], design=design))
    for text in (
        "Fin Fir",
        "Botany",
        "Ann Alder",
        "Quarter 2",
        "85.0",
        "Fin asks & <answers>.",
        "Hill School",
        "1 of 1",
    ):
        assert text in page, text
    assert "Something else" not in page


def test_a_class_in_one_file_each_with_pages_of_their_own(posted: World) -> None:
    found = pages(made(posted, kind="cards", students=[each.pk for each in posted.students]))
    assert [("Fin Fir" in page, "Ivo Fir" in page) for page in found[:2]] == [(True, False), (False, True)]
    assert all("Miangaly Njara Razafindrakoto-" in page for page in found[2:])
    assert "Dvořáček, Jovanović, Łucja, Привет, 你好" in found[2]
    assert "a letter follows" in found[2]
    assert len(found) > 4
    assert found[3].count("She reads well.") > 50
    assert f"{len(found) - 2} of {len(found) - 2}" in found[-1]


def test_a_zip_holds_a_file_a_student_on_the_paper_asked_for(posted: World) -> None:
    content = made(posted, kind="cards", students=[each.pk for each in posted.students], packed=True, paper="Letter")
    archive = zipfile.ZipFile(io.BytesIO(content))
    assert archive.namelist() == [
        "Fin Fir 100.pdf",
        "Ivo Fir 102.pdf",
        "Miangaly Njara Razafindrakoto-Ramanantsoa 101.pdf",
    ]
    box = PdfReader(io.BytesIO(archive.read("Fin Fir 100.pdf"))).pages[0].mediabox
    assert (float(box.width), float(box.height)) == (612, 792)


def test_a_teacher_prints_only_the_subjects_that_they_teach_and_the_officer_all(posted: World) -> None:
    zoology = make_class(
        posted.school, posted.term.year, GradingScale.objects.get(), [posted.people["other_teacher"]], "Astronomy"
    )
    Enrolment.objects.create(school_class=zoology, student=posted.students[0], starts=posted.term.year.starts)
    address = f"/api/v1/classes/{zoology.pk}/report"
    entries = [{"student": posted.students[0].pk, "mark": "C", "reason": "x"}]
    send(posted.client("other_teacher"), "PATCH", f"{address}/{posted.term.pk}/overrides", {"entries": entries})
    body = {
        "request": "5e5c86a0-59d5-4d2c-8ef7-6f8b0a1d2c3e",
        "term": posted.term.pk,
        "students": [posted.students[0].pk],
    }
    assert send(posted.client("other_teacher"), "POST", f"{address}/post", body).json() == {"posted": 1}
    (own,) = pages(made(posted, kind="cards", students=[posted.students[0].pk]))
    assert ("Botany" in own, "Astronomy" in own) == (True, False)
    asked = send(
        posted.client("officer"), "POST", f"{posted.school_address}/terms/{posted.term.pk}/documents", {"kind": "cards"}
    ).json()
    assert asked["total"] == 3
    documents.make_waiting()
    everything = pages(posted.client("officer").get(f"/api/v1/documents/{asked['id']}/file").content)
    assert "Astronomy" in everything[0]
    assert "Botany" in everything[0]
    card = posted.client("guardian").get(f"/api/v1/families/{posted.students[0].pk}/card.pdf", {"term": posted.term.pk})
    assert card["Content-Type"] == "application/pdf"
    assert "Astronomy" in pages(card.content)[0]


def test_a_schools_year_is_saved_as_a_zip_of_gradebook_files_that_come_to_the_same(posted: World) -> None:
    address = f"{posted.school_address}/years/{posted.term.year_id}/gradebooks"
    officer = posted.client("officer")
    document = send(officer, "POST", address, {"kind": "gradebooks", "naming": "names"}).json()
    documents.make_waiting()
    assert officer.get(f"/api/v1/documents/{document['id']}").json()["done"] == 2
    content = officer.get(f"/api/v1/documents/{document['id']}/file").content
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        names = archive.namelist()
        saved = read_book(json.loads(archive.read(next(each for each in names if each.startswith("Botany")))))
    assert len(names) == 2
    assert "Fir, Fin" in saved.students
    gradebook, mine = Gradebook(saved), load_class(posted.school_class)
    student, term = "Fir, Fin", next(each.id for each in saved.terms if each.id == "Quarter 2")
    assert (
        gradebook.result(student, term).mark
        == mine.gradebook.result(str(posted.students[0].pk), str(posted.term.pk)).mark
    )
    assert send(posted.client("teacher"), "POST", address, {"kind": "gradebooks"}).status_code == 404
    assert ask(posted, kind="gradebooks").status_code == 422, "of a whole school an officer asks"


def test_the_notice_board_names_nobody_and_shows_only_what_families_see(posted: World) -> None:
    Assignment.objects.filter(pk=posted.assignments[0].pk).update(shown=False)
    enter(posted, entry(posted, "11", assignment=1))
    text = " ".join(pages(made(posted, kind="board", shows="scores")))
    assert "Beet" in text
    assert "Oak" not in text
    marks = " ".join(pages(made(posted, kind="board")))
    assert marks.index("077") < marks.index("177") < marks.index("277")
    for page in (text, marks):
        assert not [name for name in ("Fin", "Una", "Ivo", "Fir", "Razafindrakoto", "100") if name in page.split()]


def test_class_sheet_and_marking_sheet(posted: World) -> None:
    override(posted, student=2, mark="A", reason="oral")
    sheet = " ".join(pages(made(posted, kind="class_sheet")))
    for text in ("Fir, Ivo", "Oak (20)", "17", "Posted"):
        assert text in sheet, text
    (blank,) = pages(made(posted, kind="marking"))
    assert ("Fir, Fin" in blank, "17" in blank.replace("277", "")) == (True, False)


def test_a_document_is_its_persons_own_and_survives_a_stopped_worker(posted: World) -> None:
    document = ask(posted, kind="marking").json()
    for who in ("co_teacher", "officer"):
        assert posted.client(who).get(f"/api/v1/documents/{document['id']}").status_code == 404
        assert posted.client(who).get(f"/api/v1/documents/{document['id']}/file").status_code == 404
    waiting = posted.client("teacher").get(f"/api/v1/documents/{document['id']}/file")
    assert "not made yet" in waiting.json()["detail"]
    stopped = take_document()
    assert stopped is not None
    # A second worker leaves alone what the first makes, until it is silent for too long.
    assert documents.make_waiting() == 0
    Document.objects.update(leased_until=timezone.now() - datetime.timedelta(seconds=1))
    assert documents.make_waiting() == 1
    assert [each["state"] for each in posted.client("teacher").get("/api/v1/documents").json()] == ["done"]
    # One that was only slow finds that it was overtaken, and changes nothing.
    content = posted.client("teacher").get(f"/api/v1/documents/{document['id']}/file").content
    documents._make(stopped)
    assert posted.client("teacher").get(f"/api/v1/documents/{document['id']}/file").content == content
    assert Document.objects.get().state == "done"


def part_cards(world: World, monkeypatch: Any, **body: Any) -> Any:
    """Report cards of everybody, asked for in parts of one card; and each of them, as one worker takes it up."""
    monkeypatch.setattr(documents, "CARDS_IN_PART", 1)
    return ask(world, kind="cards", students=[each.pk for each in world.students], **body).json()


def take_part() -> DocumentPart:
    found = take(DocumentPart.objects.all(), DocumentState.WAITING, DocumentState.BEING_MADE)
    assert found is not None
    return found


def progress_of(world: World, document: Any) -> tuple[str, int]:
    found = world.client("teacher").get(f"/api/v1/documents/{document['id']}").json()
    return found["state"], found["done"]


def test_many_cards_are_made_in_parts_by_several_workers_and_each_once(posted: World, monkeypatch: Any) -> None:
    whole = made(posted, kind="cards", students=[each.pk for each in posted.students])
    document = part_cards(posted, monkeypatch)
    # Two workers each have a part; one of them dies, and its part is made anew by the other.
    first, second, third = take_part(), take_part(), take_part()
    documents._make_part(second)
    assert progress_of(posted, document) == ("being made", 1)
    documents._make_part(third)
    assert documents.make_waiting() == 0, "the first is still at it"
    DocumentPart.objects.filter(pk=first.pk).update(leased_until=timezone.now() - datetime.timedelta(seconds=1))
    assert documents.make_waiting() == 1
    assert progress_of(posted, document) == ("done", 3)
    content = posted.client("teacher").get(f"/api/v1/documents/{document['id']}/file").content
    # It was only slow, and changes nothing.
    documents._make_part(first)
    assert posted.client("teacher").get(f"/api/v1/documents/{document['id']}/file").content == content
    assert pages(content) == pages(whole)
    assert not DocumentPart.objects.exists()


def reading(content: bytes) -> tuple[list[Any], ...]:
    """What a screen reader has of a file: each page's elements by their kind, its headings with their pages, title and language."""
    with Pdf.open(io.BytesIO(content)) as pdf:
        places = {page.objgen: place for place, page in enumerate(pdf.pages)}
        keys = pdf.Root.StructTreeRoot.ParentTree.Nums
        by_key = {int(keys[place]): keys[place + 1] for place in range(0, len(keys), 2)}
        elements = [(str(each.S), places[each.Pg.objgen]) for each in pdf.Root.StructTreeRoot.K[0].K]
        on_pages = [[str(each.S) for each in by_key[int(page.StructParents)]] for page in pdf.pages]
        with pdf.open_outline() as outline:
            headings = [(each.title, places[each.destination[0].objgen]) for each in outline.root]  # type: ignore[index]
        return elements, on_pages, headings, [str(pdf.Root.Lang), str(pdf.docinfo["/Title"])]


def test_joined_parts_are_read_aloud_as_one_file_is(posted: World, monkeypatch: Any) -> None:
    whole = made(posted, kind="cards", students=[each.pk for each in posted.students])
    document = part_cards(posted, monkeypatch)
    documents.make_waiting()
    content = posted.client("teacher").get(f"/api/v1/documents/{document['id']}/file").content
    assert reading(content) == reading(whole)


def test_parts_of_a_zip_make_one_zip_and_one_that_fails_ends_the_document(posted: World, monkeypatch: Any) -> None:
    document = part_cards(posted, monkeypatch, packed=True)
    documents.make_waiting()
    content = posted.client("teacher").get(f"/api/v1/documents/{document['id']}/file").content
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        assert len(archive.namelist()) == 3
    document = part_cards(posted, monkeypatch)
    for _ in range(MOST_ATTEMPTS):
        assert take_part() is not None
        DocumentPart.objects.update(leased_until=timezone.now() - datetime.timedelta(seconds=1))
        DocumentPart.objects.exclude(attempts=0).update(state="being made")
        DocumentPart.objects.filter(attempts=0).delete()
    documents.make_waiting()
    assert progress_of(posted, document)[0] == "failed"
    assert documents.make_waiting() == 0


def test_what_ends_its_worker_again_and_again_is_given_up(posted: World) -> None:
    document = ask(posted, kind="marking").json()
    for _ in range(MOST_ATTEMPTS):
        assert take_document() is not None
        Document.objects.update(leased_until=timezone.now() - datetime.timedelta(seconds=1))
    documents.make_waiting()
    assert posted.client("teacher").get(f"/api/v1/documents/{document['id']}").json()["state"] == "failed"
    assert documents.make_waiting() == 0


def test_a_file_larger_than_a_packet_is_kept_in_pieces(posted: World, monkeypatch: Any) -> None:
    """The database takes 16 MB in one packet."""
    large = secrets.token_bytes(18 * 1024 * 1024 + 5)
    monkeypatch.setattr(documents, "as_pdf", lambda *_: large)
    assert made(posted, kind="marking") == large


def test_what_cannot_be_made_says_so(posted: World) -> None:
    document = ask(posted, kind="marking").json()
    Document.objects.update(wanted={"kind": "marking", "term": 0})
    documents.make_waiting()
    progress = posted.client("teacher").get(f"/api/v1/documents/{document['id']}").json()
    assert (progress["state"], progress["problem"].startswith("It could not be made")) == ("failed", True)
    assert ask(posted, kind="cards", students=[]).json()["field"] == "students"
    assert ask(posted, kind="cards", students=[0]).status_code == 404


def test_the_answers_name_carries_any_letters(posted: World) -> None:
    posted.school_class.name = "Bot/any Łódź"
    posted.school_class.save()
    document = ask(posted, kind="marking").json()
    documents.make_waiting()
    answer = posted.client("teacher").get(f"/api/v1/documents/{document['id']}/file")
    assert "filename*=utf-8''Bot-any%20%C5%81%C3%B3d%C5%BA" in answer["Content-Disposition"]
