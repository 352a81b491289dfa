"""Letters to families who look at no screen: what the family page says of a class, and nothing that it does not."""

import io

from conftest import World, send
from plans.models import Assignment, GroundRules
from pypdf import PdfReader
from reports.documents import make_waiting
from school.models import Guardianship, Person
from school.revisions import count_class
from scores.models import Score
from scores.tests.test_entering import enter, entry

from families.tests.test_seen import seen


def letters(world: World, *students: int) -> list[str]:
    """The text of each page, made as the worker makes them."""
    body = {"kind": "letters", "students": [world.students[each].pk for each in students], "term": world.term.pk}
    teacher = world.client("teacher")
    answer = send(teacher, "POST", f"{world.address}/documents", body)
    assert answer.status_code == 200, answer.content
    assert make_waiting() == 1
    number = answer.json()["id"]
    found = teacher.get(f"/api/v1/documents/{number}").json()
    assert (found["state"], found["done"]) == ("done", len(students)), found
    assert found["name"] == "Botany A, Quarter 2, letters to families.pdf"
    pages = PdfReader(io.BytesIO(teacher.get(f"/api/v1/documents/{number}/file").content)).pages
    return [page.extract_text() for page in pages]


def test_a_letter_says_what_the_family_page_says_and_the_alias(world: World) -> None:
    enter(world, entry(world, "17"), entry(world, "3", student=1), entry(world, "MI", assignment=1))
    enter(world, entry(world, "11", assignment=2))
    Score.objects.filter(assignment=world.assignments[0]).update(comment="Well observed.", note="Between us.")
    Assignment.objects.filter(name="Ash").update(shown=False)
    GroundRules.objects.update(families_see_running=True)
    count_class(world.school_class.pk)
    first, second = letters(world, 0, 1)
    for words in ("Fin Fir", "Botany A", "Ann Alder", "Oak", "17", "Well observed.", "Beet", "077"):
        assert words in first, words
    for words in ("Una", "Between us", "177"):
        assert words not in first, words
    assert "Una Fir" in second
    assert "17 of 20" not in second


def test_a_letter_says_no_more_than_the_family_may_see(world: World) -> None:
    enter(world, entry(world, "17"))
    Guardianship.objects.filter(student=world.students[0]).update(sees="reports")
    (text,) = letters(world, 0)
    assert "Oak" not in text
    assert "What was posted is shown to you, and nothing else." in text


def test_a_student_who_keeps_all_guardians_out_is_written_to_alone(world: World) -> None:
    enter(world, entry(world, "17"))
    (text,) = letters(world, 0)
    assert "To the family of" in text
    Guardianship.objects.filter(student=world.students[0]).update(kept_out=True)
    (text,) = letters(world, 0)
    assert "family of" not in text
    assert "Oak" in text


def test_nobody_is_written_to_unasked(world: World) -> None:
    body = {"kind": "letters", "students": [], "term": world.term.pk}
    answer = send(world.client("teacher"), "POST", f"{world.address}/documents", body)
    assert answer.status_code == 422
    other = {"kind": "letters", "students": [999_999], "term": world.term.pk}
    assert send(world.client("teacher"), "POST", f"{world.address}/documents", other).status_code == 404


def test_whose_family_cannot_sign_in_is_told(world: World) -> None:
    assert [each["has_account"] for each in seen(world)["students"]] == [True, False, True]
    gus = Person.objects.get(sign_in="gus")
    gus.set_unusable_password()
    gus.save()
    assert [each["has_account"] for each in seen(world)["students"]] == [True, False, False]
    # Whom the school or a student of age keeps from the page is sent no letter of it either.
    Guardianship.objects.filter(person=gus).update(kept_out=True)
    assert [each["has_account"] for each in seen(world)["students"]] == [True, False, True]
