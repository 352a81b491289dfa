"""Sessions that end because nobody uses them."""

import datetime
from typing import Any

import pytest
from conftest import World, send
from django.contrib.sessions.models import Session
from django.core.cache import cache
from django.test import Client
from django.utils import timezone

from accounts.models import OpenSession

DAYS = datetime.timedelta(days=14)


def ends_in(client: Client) -> datetime.timedelta:
    """How long a client's session lasts unless it is used."""
    return Session.objects.get(pk=client.session.session_key).expire_date - timezone.now()


def is_about(lasts: datetime.timedelta, **expected: int) -> bool:
    return abs(lasts - datetime.timedelta(**expected)) < datetime.timedelta(seconds=30)


def use(client: Client, address: str = "/api/v1/session") -> Any:
    """Use a session a while after it was used last."""
    cache.clear()
    return client.get(address)


def end_in_two_minutes(client: Client) -> None:
    soon = timezone.now() + datetime.timedelta(minutes=2)
    Session.objects.filter(pk=client.session.session_key).update(expire_date=soon)


def set_idle(world: World, minutes: int | None, *roles: str) -> Any:
    body = {"second_factor_of": roles, "idle_minutes": minutes}
    return send(world.client("officer"), "PUT", f"{world.school_address}/signing-in", body)


def test_who_does_nothing_is_signed_out_where_the_school_says_so(world: World) -> None:
    teacher, guardian = world.client("teacher"), world.client("guardian")
    use(teacher)
    assert is_about(ends_in(teacher), days=14)
    assert set_idle(world, 30).json()["idle_minutes"] == 30
    for client in (teacher, guardian):
        use(client)
    assert is_about(ends_in(teacher), minutes=30)
    assert is_about(ends_in(guardian), days=14), "families read what is theirs"
    assert send(teacher, "PUT", "/api/v1/session/school", {"school": world.school.pk}).status_code == 200
    assert is_about(ends_in(teacher), minutes=30), "what is kept in a session does not lengthen it"
    Session.objects.filter(pk=teacher.session.session_key).update(expire_date=timezone.now())
    assert use(teacher, world.address + "/scores").status_code == 401


def test_each_use_begins_the_wait_anew_and_lifting_it_gives_all_days_back(world: World) -> None:
    set_idle(world, 15)
    teacher = world.client("teacher")
    use(teacher)
    end_in_two_minutes(teacher)
    use(teacher, f"{world.address}/scores")
    assert is_about(ends_in(teacher), minutes=15)
    set_idle(world, None)
    use(teacher)
    assert is_about(ends_in(teacher), days=14)


def test_no_use_makes_a_session_last_longer_than_its_days(world: World) -> None:
    set_idle(world, 60)
    teacher = world.client("teacher")
    begun = timezone.now() - DAYS + datetime.timedelta(minutes=10)
    OpenSession.objects.filter(key=teacher.session.session_key).update(at=begun)
    use(teacher)
    assert is_about(ends_in(teacher), minutes=10)


def test_what_a_page_asks_by_itself_is_no_use(world: World) -> None:
    set_idle(world, 15)
    teacher = world.client("teacher")
    use(teacher)
    end_in_two_minutes(teacher)
    cache.clear()
    body = {"revision": None, "student": None, "assignment": None}
    assert send(teacher, "POST", f"{world.address}/presence", body).status_code == 200
    assert is_about(ends_in(teacher), minutes=2)


@pytest.mark.parametrize("minutes", [0, 7, -30, 100000])
def test_only_what_is_offered_can_be_chosen(world: World, minutes: int) -> None:
    refused = set_idle(world, minutes, "officer")
    assert (refused.status_code, refused.json()["field"]) == (422, "idle_minutes")
    world.school.refresh_from_db()
    assert (world.school.idle_minutes, world.school.second_factor_of) == (None, [])
