"""Comments begun alike, their history, the evidence and the bank."""

import datetime
import io
from importlib import import_module
from typing import Any

import pytest
from conftest import World, send
from django.apps import apps
from django.utils import timezone
from pypdf import PdfReader
from school import acts
from school.models import Act, ReportingWindow
from scores.tests.test_entering import enter, entry

from reports import bank
from reports.models import BankSentence, Comment, CommentEvent
from reports.tests.test_reports import comment, post, row_of


def report(world: World, rest: str = "") -> str:
    return f"{world.address}/report/{world.term.pk}{rest}"


def of_student(world: World, rest: str, who: str = "teacher", student: int = 0) -> Any:
    return world.client(who).get(report(world, f"/{world.students[student].pk}/{rest}")).json()


def test_several_begin_with_the_same_text_each_with_their_own(world: World) -> None:
    enter(world, entry(world, "18"), entry(world, "12", assignment=1))
    comment(world, "Fin has one already.", ready=False)
    world.students[2].pronouns = "they"
    world.students[2].save()
    body = {"students": [each.pk for each in world.students], "text": "{name}: {they} ask{s}. {missing}"}
    assert send(world.client("teacher"), "POST", report(world, "/comments"), body).json() == {
        "begun": 2,
        "kept": ["Fin Fir"],
    }
    texts = {each.student_id: each.text for each in Comment.objects.all()}
    assert [texts[each.pk] for each in world.students] == [
        "Fin has one already.",
        "Una: she asks. {missing}",
        "Ivo: they ask. {missing}",
    ]
    assert "placeholder" in [each["kind"] for each in row_of(world, 1)["checks"]]
    world.client("teacher").post(f"{world.address}/undo")
    assert row_of(world, 1)["comment"] == ""
    assert row_of(world)["comment"] == "Fin has one already."


def test_every_go_at_a_comment_stays_in_its_history(world: World) -> None:
    comment(world, "First.", ready=False)
    comment(world, "First. Second.", 1, ready=False)
    comment(world, "Theirs.", 2, ready=False, who="co_teacher")
    history = of_student(world, "history")["comments"]
    assert [(each["who"], each["text"]) for each in history] == [
        ("Bo Birch", "Theirs."),
        ("Ann Alder", "First. Second."),
    ]


def test_what_is_taken_back_stays_in_the_history_however_much_is_undone(world: World) -> None:
    comment(world, "First.", ready=False)
    teacher = world.client("teacher")
    teacher.post(f"{world.address}/undo")
    teacher.post(f"{world.address}/redo")
    teacher.post(f"{world.address}/undo")
    comment(world, "Second.", 4, ready=False)
    history = of_student(world, "history")["comments"]
    assert [(each["text"], each["how"]) for each in history] == [
        ("Second.", "written"),
        ("", "taken back"),
        ("First.", "done again"),
        ("", "taken back"),
        ("First.", "written"),
    ]
    Act.objects.update(at=timezone.now() - datetime.timedelta(days=31))
    assert acts.tidy() == 2
    assert not Act.objects.exists()
    assert len(of_student(world, "history")["comments"]) == 5


def test_an_older_release_s_acts_are_undone_and_become_history(world: World) -> None:
    comment(world, "First.", ready=False)
    comment(world, "Theirs.", 1, ready=False, who="co_teacher")
    # As they were kept before a comment had narratives and comments on standards.
    for each in Act.objects.all():
        for part in ("before", "after"):
            del each.change[part]["narrative"], each.change[part]["by_standard"]
        each.save()
    CommentEvent.objects.all().delete()
    import_module("reports.migrations.0008_comment_history").from_acts(apps, None)
    told = [(each["who"], each["text"], each["how"]) for each in of_student(world, "history")["comments"]]
    assert told == [("Bo Birch", "Theirs.", "written"), ("Ann Alder", "First.", "written")]
    assert world.client("co_teacher").post(f"{world.address}/undo").json()["kept"] == []
    assert of_student(world, "history")["comments"][0]["text"] == "First."


def test_a_narrative_is_kept_beside_the_comment_and_posted_with_it(world: World) -> None:
    enter(world, entry(world, "17"))
    address = report(world, f"/{world.students[0].pk}/comment")
    body = {"text": "Short.", "narrative": "Long. " * 500, "is_ready": True, "version": 0}
    assert send(world.client("teacher"), "PUT", address, body).status_code == 200
    body = {"text": "Short again.", "is_ready": True, "version": 1}
    send(world.client("teacher"), "PUT", address, body)
    assert of_student(world, "evidence")["narrative"].startswith("Long.")
    too_long = {"text": "x", "narrative": "x" * 20_001, "is_ready": False, "version": 2}
    assert send(world.client("teacher"), "PUT", address, too_long).json()["field"] == "narrative"
    post(world, 0)
    posted = row_of(world)["posted"]
    assert (posted["comment"], len(posted["narrative"])) == ("Short again.", 3000)
    assert row_of(world)["state"] == "posted"
    send(
        world.client("teacher"),
        "PUT",
        address,
        {"text": "Short again.", "narrative": "Other.", "is_ready": True, "version": 2},
    )
    assert row_of(world)["state"] == "changed"


def test_the_evidence_says_what_the_term_says(world: World) -> None:
    enter(world, entry(world, "18"), entry(world, "12", assignment=1), entry(world, "mi", assignment=2))
    post(world, 0)
    found = of_student(world, "evidence")
    assert [(each["name"], each["percent"], each["words"]) for each in found["categories"]] == [
        ("Leaves", "45.0", "weakest"),
        ("Roots", "60.0", "best"),
    ]
    assert found["missing"] == ["Ash"]
    assert [each["percent"] for each in found["course"]] == ["90.0", "78.0", "51.0"]
    assert [each["percent"] for each in found["trend"]] == ["90.0", "60.0"]
    assert found["earlier"] == []


def test_the_bank_offers_sentences_with_the_students_own(world: World) -> None:
    enter(world, entry(world, "18"), entry(world, "12", assignment=1))
    own = f"{world.address}/bank"
    teacher = world.client("teacher")
    BankSentence.objects.create(school=world.school, purpose="praise", text="{best} is where {name} does best.")
    BankSentence.objects.create(school=world.school, purpose="missing work", text="{missing} did not come in.")
    assert send(teacher, "POST", own, {"purpose": "closing", "text": "{They} can  be proud."}).status_code == 204
    found = of_student(world, "bank")
    assert [(each["shown"], each["is_own"], each["fits"]) for each in found] == [
        ("Leaves is where Fin does best.", False, True),
        ("She can be proud.", True, True),
        ("{missing} did not come in.", False, False),
    ]
    favourite = found[1]["id"]
    send(teacher, "PUT", f"{own}/{favourite}/favourite", {"is_favourite": True})
    assert of_student(world, "bank")[0]["id"] == favourite
    assert favourite not in [each["id"] for each in of_student(world, "bank", "co_teacher")]
    assert world.client("co_teacher").delete(f"{own}/{favourite}").status_code == 404
    assert teacher.delete(f"{own}/{found[0]['id']}").status_code == 404
    assert teacher.delete(f"{own}/{favourite}").status_code == 204


def test_short_phrases_for_a_score_are_the_students_own(world: World) -> None:
    for purpose, text in (
        ("short feedback", "{name}, check {their} units."),
        ("short feedback", "{best}!"),
        ("praise", "Good."),
    ):
        BankSentence.objects.create(school=world.school, purpose=purpose, text=text)
    address = f"{world.address}/students/{{}}/phrases"
    assert world.client("teacher").get(address.format(world.students[0].pk)).json() == ["Fin, check her units."]
    assert world.client("teacher").get(address.format(0)).status_code == 404


def test_a_sentence_that_makes_no_sense_is_refused(world: World) -> None:
    own, teacher = f"{world.address}/bank", world.client("teacher")
    refused = [
        send(teacher, "POST", own, body).json()
        for body in (
            {"purpose": "praise", "text": " "},
            {"purpose": "blame", "text": "x"},
            {"purpose": "praise", "text": "{mood} day"},
            {"purpose": "praise", "text": "x" * 601},
        )
    ]
    assert [each["field"] for each in refused] == ["text", "purpose", "text", "text"]
    assert "{mood} is not known here. Known are {name}" in refused[2]["detail"]


def test_a_bank_in_which_nothing_is_found_any_more_takes_no_more(world: World, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(bank, "MOST", 2)
    own, teacher = f"{world.address}/bank", world.client("teacher")
    for text in ("One.", "Two."):
        assert send(teacher, "POST", own, {"purpose": "praise", "text": text}).status_code == 204
    refused = send(teacher, "POST", own, {"purpose": "praise", "text": "Three."})
    assert (refused.status_code, refused.json()["field"]) == (422, "text")
    assert (
        send(
            teacher, "PUT", f"{own}/{BankSentence.objects.earliest('pk').pk}", {"purpose": "praise", "text": "1."}
        ).status_code
        == 204
    )
    # The school's are counted apart.
    school = f"{world.school_address}/bank"
    assert send(world.client("officer"), "POST", school, {"purpose": "praise", "text": "Ours."}).status_code == 204


def test_the_officer_keeps_the_schools_sentences(world: World) -> None:
    officer = world.client("officer")
    send(officer, "POST", f"{world.school_address}/bank", {"purpose": "praise", "text": "Good work."})
    kept = BankSentence.objects.get()
    assert kept.owner is None
    better = {"purpose": "praise", "text": "Very good work."}
    send(officer, "PUT", f"{world.school_address}/bank/{kept.pk}", better)
    assert officer.get(f"{world.school_address}/bank").json()[0]["text"] == "Very good work."
    assert officer.delete(f"{world.school_address}/bank/{kept.pk}").status_code == 204


def test_comments_on_standards_are_kept_checked_posted_and_printed(world: World) -> None:
    enter(world, entry(world, "17"))
    ReportingWindow.objects.update(comments_by="standard")
    for work, standards in zip(world.assignments, (["Mapping", "Talking"], ["Mapping"]), strict=False):
        work.standards = standards
        work.save()
    world.changed()
    address = report(world, f"/{world.students[0].pk}/comment")

    def write(version: int, by_standard: Any, *, ready: bool = False) -> Any:
        body = {"text": "", "by_standard": by_standard, "is_ready": ready, "version": version}
        return send(world.client("teacher"), "PUT", address, body)

    assert world.client("teacher").get(f"{world.address}/report").json()["standards"] == ["Mapping", "Talking"]
    assert write(0, {}, ready=True).status_code == 422
    write(0, {"Mapping": "Fin draws with care."})
    assert row_of(world)["state"] == "being_written"
    assert "no comment on Talking" in [each["words"] for each in row_of(world)["checks"]]
    write(1, {"Talking": "Una speaks clearly; he asks."}, ready=True)
    assert [each["words"] for each in row_of(world)["checks"]][-2:] == ["names Una", "says “he”"]
    assert of_student(world, "evidence")["by_standard"] == {
        "Mapping": "Fin draws with care.",
        "Talking": "Una speaks clearly; he asks.",
    }
    assert "changed this comment meanwhile" in write(1, {"Talking": "x"}).json()["detail"]
    assert "The comment on Talking has 601 characters" in write(2, {"Talking": "x" * 601}, ready=True).json()["detail"]
    write(2, {"Talking": "Fin speaks clearly."}, ready=True)
    post(world, 0)
    assert row_of(world)["state"] == "posted"
    card = world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}/card", {"term": world.term.pk}).json()
    assert card["subjects"][0]["comments"][0]["by_standard"]["Talking"] == "Fin speaks clearly."
    printed = world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}/card.pdf", {"term": world.term.pk})
    assert "Mapping Fin draws with care." in " ".join(
        PdfReader(io.BytesIO(printed.content)).pages[0].extract_text().split()
    )
    write(3, {"Talking": ""}, ready=True)
    assert row_of(world)["state"] == "changed"


def test_a_comment_on_a_standard_that_is_none_is_refused(world: World) -> None:
    address = f"{world.address}/report/{world.term.pk}/{world.students[0].pk}/comment"
    body = {"text": "x", "is_ready": False, "version": 0, "by_standard": {"Best friend": "Una"}}
    assert send(world.client("teacher"), "PUT", address, body).json()["field"] == "by_standard"
