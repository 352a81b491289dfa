"""JSON that a row reads once it is asked for."""

import json

import pytest

from school.models import School

pytestmark = pytest.mark.django_db
STANDARDS = {"standards": [{"id": "Maps"}]}


@pytest.fixture
def kept() -> School:
    return School.objects.create(name="Elsewhere", standards=STANDARDS, efforts=["often", "seldom"])


def test_it_is_read_when_somebody_looks_at_it_and_not_again(kept: School, monkeypatch: pytest.MonkeyPatch) -> None:
    read: list[str] = []
    real = json.loads
    monkeypatch.setattr(json, "loads", lambda text, **how: (read.append(text), real(text, **how))[1])
    found = School.objects.get(pk=kept.pk)
    assert read == []
    assert found.standards == STANDARDS
    assert found.standards is found.standards
    assert [real(each) for each in read] == [STANDARDS]


def test_what_nobody_has_looked_at_is_saved_as_it_was(kept: School) -> None:
    found = School.objects.get(pk=kept.pk)
    found.efforts = ["always"]
    found.save()
    again = School.objects.get(pk=kept.pk)
    assert (again.standards, again.efforts) == (STANDARDS, ["always"])


def test_what_was_not_asked_for_of_the_database_is_fetched(kept: School) -> None:
    found = School.objects.only("name").get(pk=kept.pk)
    assert found.standards == STANDARDS
    found.refresh_from_db()
    assert found.standards == STANDARDS
