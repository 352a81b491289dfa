"""A family reads its page, its notices and its report cards in its language; what people wrote stays as they wrote it."""

import ast
import datetime
import io
import re
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from babel.messages.pofile import read_po
from conftest import TODAY, World, send
from django.core import mail
from gradecore.explain import REASONS
from plans.models import Assignment, GroundRules
from pypdf import PdfReader
from reports.models import PostedGrade
from reports.tests.test_reports import post
from school.models import Person
from school.revisions import count_class
from scores.models import Score
from scores.tests.test_entering import enter, entry

from families.tests.test_family_page import working
from families.tests.test_letters import letters

SERVER = Path(__file__).parents[2]
CATALOGUE = SERVER / "locale" / "sv" / "LC_MESSAGES" / "django.po"
SAYING = ("_", "gettext", "gettext_noop", "ngettext")
PLACE = re.compile(r"%\(\w+\)s")


def said() -> Iterator[str]:
    """Every message that the server says in a language; why a score adds nothing is told by the core."""
    yield from REASONS.values()
    for path in SERVER.rglob("*.py"):
        text = path.read_text(encoding="utf-8")
        if "django.utils.translation" not in text or "tests" in path.parts:
            continue
        for call in ast.walk(ast.parse(text)):
            if isinstance(call, ast.Call) and isinstance(call.func, ast.Name) and call.func.id in SAYING:
                yield from (each.value for each in call.args if isinstance(each, ast.Constant))
    for path in SERVER.rglob("templates/**/*.*"):
        text = path.read_text(encoding="utf-8")
        yield from re.findall(r'{% translate "(.*?)" %}', text)
        for words in re.findall(r"{% blocktranslate.*?%}(.*?){% endblocktranslate %}", text, re.DOTALL):
            yield re.sub(r"{{ (\w+) }}", r"%(\1)s", words)


def test_every_message_is_said_in_swedish_with_its_places() -> None:
    with CATALOGUE.open("rb") as file:
        entries = [each for each in read_po(file) if each.id]
    found: dict[str, str] = {}
    for each in entries:
        ids, strings = ([x] if isinstance(x, str) else list(x) for x in (each.id, each.string))
        found |= dict(zip(ids, strings, strict=True))
    messages = set(said())
    assert len(messages) > 50
    assert found.keys() == messages
    for message, words in found.items():
        assert words, message
        assert sorted(PLACE.findall(words)) == sorted(PLACE.findall(message)), message


def choose(world: World, who: str, language: str) -> Any:
    return send(world.client(who), "PUT", "/api/v1/language", {"language": language})


@pytest.fixture
def marked(world: World) -> World:
    """A score with a comment, and the grade as it stands shown."""
    enter(world, entry(world, "17"))
    Score.objects.update(comment="Well observed.")
    GroundRules.objects.update(families_see_running=True)
    Assignment.objects.filter(name="Ash").update(due_on=TODAY + datetime.timedelta(days=1))
    count_class(world.school_class.pk)
    return world


def page(world: World, who: str = "guardian") -> Any:
    return world.client(who).get(f"/api/v1/families/{world.students[0].pk}").json()


def test_the_page_is_in_the_language_of_whoever_reads_it(marked: World) -> None:
    assert choose(marked, "guardian", "sv").status_code == 204
    seen = page(marked)["classes"][0]
    assert seen["headline"] == "85.0 % i quarter 2, som det står ons 14 jan"
    assert "Quarter 2 slutar fre 16 jan; 1 uppgift kommer" in seen["words"]
    assert "Inget saknas." in seen["words"]
    how = working(marked).json()
    assert [each["words"] for each in how["categories"]] == ["17 av 20 poäng", "inga resultat än"]
    assert how["note"] == "Roots har inga resultat än; tills dess bär de andra vikten."
    assert seen["back"][0]["comment"] == "Well observed."
    assert "i dag, ons 14 jan" in str(page(marked)["ribbon"])
    # The student reads the same page in another, kept beside it or not.
    assert page(marked, "student")["classes"][0]["headline"] == "85.0 % in quarter 2, as it stands on Wed 14 Jan"
    assert page(marked)["classes"][0]["headline"] == seen["headline"]
    assert marked.client("guardian").get("/api/v1/session").json()["language"] == "sv"
    assert marked.client("guardian").get("/api/v1/notices").json()["ways"][-1]["words"] == "aldrig"


def test_who_chose_none_reads_what_the_page_asks_for(marked: World) -> None:
    address = f"/api/v1/families/{marked.students[0].pk}"

    def asked(language: str) -> str:
        answer = marked.client("guardian").get(address, headers={"Accept-Language": language})
        return str(answer.json()["classes"][0]["headline"])

    assert asked("sv-SE,sv;q=0.9,en;q=0.8") == "85.0 % i quarter 2, som det står ons 14 jan"
    assert asked("de") == asked("en") == "85.0 % in quarter 2, as it stands on Wed 14 Jan"
    ways = marked.client("guardian").get("/api/v1/notices", headers={"Accept-Language": "sv"}).json()["ways"]
    assert ways[-1]["words"] == "aldrig"
    choose(marked, "guardian", "en")
    assert asked("sv").startswith("85.0 % in"), "what was chosen holds in any browser"


@pytest.fixture
def in_swedish(world: World, settings: Any) -> World:
    """A school whose families are written to in Swedish; everybody has an address."""
    settings.EMAIL_BACKEND = "django.core.mail.backends.locmem.EmailBackend"
    said = {"language": "sv", "notices": "weekly", "hour": 17, "weekday": 4, "asks_to_read": False}
    assert send(world.client("officer"), "PUT", f"{world.school_address}/families", said).status_code == 204
    assert world.client("officer").get(f"{world.school_address}/families").json()["language"] == "sv"
    for name in ("guardian", "teacher"):
        Person.objects.filter(pk=world.people[name].pk).update(email=f"{name}@dale.example")
    return world


@pytest.mark.parametrize(
    ("who", "chosen", "subject", "greeting"),
    [
        ("guardian", "", "Hill School: välj ditt lösenord", "Hej Eve Elm,"),
        ("guardian", "en", "Hill School: choose your password", "Dear Eve Elm,"),
        ("teacher", "", "Hill School: choose your password", "Dear Ann Alder,"),
    ],
)
def test_families_are_invited_in_the_school_s_language_or_their_own(
    in_swedish: World, who: str, chosen: str, subject: str, greeting: str
) -> None:
    person = in_swedish.people[who]
    Person.objects.filter(pk=person.pk).update(language=chosen)
    invited = send(
        in_swedish.client("officer"), "POST", f"{in_swedish.school_address}/invitations", {"people": [person.pk]}
    )
    assert invited.status_code == 200, invited.content
    assert mail.outbox[0].subject == subject
    assert mail.outbox[0].body.startswith(greeting)


def test_a_letter_with_a_code_is_in_the_language_of_whoever_gets_it(in_swedish: World) -> None:
    people = [in_swedish.people[who].pk for who in ("guardian", "teacher")]
    made = send(in_swedish.client("officer"), "POST", f"{in_swedish.school_address}/letters", {"people": people}).json()
    told = {each["words"]["language"]: each["words"] for each in made}
    assert (told["sv"]["greeting"], told["sv"]["code"]) == ("Hej Eve Elm,", "Din kod")
    assert (told["en"]["greeting"], told["en"]["code"]) == ("Dear Ann Alder,", "Your code")


def test_a_letter_to_a_family_is_in_the_school_s_language(in_swedish: World) -> None:
    (text,) = letters(in_swedish, 0)
    assert "Till familjen till" in text


def test_whoever_works_at_the_school_reads_english(marked: World) -> None:
    assert choose(marked, "teacher", "sv").status_code == 204
    frame = marked.client("teacher").get(f"{marked.address}/frame").content.decode()
    assert "today, Wed 14 Jan" in frame


def test_a_language_that_is_none_is_refused(marked: World) -> None:
    answer = choose(marked, "guardian", "xx")
    assert (answer.status_code, answer.json()["field"]) == (422, "language")
    assert choose(marked, "guardian", "en").status_code == 204


def test_a_report_card_has_its_fixed_words_in_it(marked: World) -> None:
    text = f"{marked.students[0].given_name} listens."
    address = f"{marked.address}/report/{marked.term.pk}/{marked.students[0].pk}/comment"
    send(marked.client("teacher"), "PUT", address, {"text": text, "is_ready": True, "version": 0})
    post(marked, 0)
    choose(marked, "guardian", "sv")
    card = f"/api/v1/families/{marked.students[0].pk}/card.pdf"
    content = marked.client("guardian").get(card, {"term": marked.term.pk}).content
    printed = PdfReader(io.BytesIO(content)).pages[0].extract_text()
    for words in ("Betygsblad", "Ämne", "januari 2032", text):
        assert words in printed, words


def test_the_mail_that_confirms_an_address_is_in_it(marked: World, settings: Any) -> None:
    settings.EMAIL_BACKEND = "django.core.mail.backends.locmem.EmailBackend"
    Person.objects.filter(pk=marked.people["guardian"].pk).update(email="eve@dale.example", language="sv")
    assert send(marked.client("guardian"), "POST", "/api/v1/notices/confirmation").status_code == 204
    assert mail.outbox[0].subject == "Hill School: meddelanden till den här adressen"
    assert mail.outbox[0].body.startswith("Hej Eve Elm,")


def test_why_no_mail_was_written_is_said_as_the_page_reads(marked: World) -> None:
    address = "/api/v1/notices/confirmation"
    refused = marked.client("guardian").post(address, headers={"Accept-Language": "sv"})
    assert (refused.status_code, "e-postadress" in refused.json()["detail"]) == (422, True), refused.content


def test_a_posted_working_is_told_in_the_language_of_whoever_reads_it(marked: World) -> None:
    post(marked, 0)
    told = working(marked).json()
    assert [each["words"] for each in told["categories"]] == ["17 of 20 points", "no scores yet"]
    choose(marked, "guardian", "sv")
    how = working(marked).json()
    assert [each["words"] for each in how["categories"]] == ["17 av 20 poäng", "inga resultat än"]
    assert how["note"] == "Roots har inga resultat än; tills dess bär de andra vikten."
    assert how["steps"][-1]["words"].startswith("betyget, som börjar vid ")
    # What was posted before words were kept is told as far as its words are among the messages.
    PostedGrade.objects.update(working_words={})
    count_class(marked.school_class.pk)
    how = working(marked).json()
    assert [each["words"] for each in how["categories"]] == ["17 of 20 points", "inga resultat än"]
