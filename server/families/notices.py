"""How often somebody is written to: what they chose, that their address is theirs, and stopping it by a link."""

import datetime
from typing import Any

from accounts.mail import write
from django.conf import settings
from django.core import signing
from django.utils.translation import gettext as _
from school.language import in_language_of
from school.models import Person, School
from school.refusal import NotYours, Refused

from families.bounces import return_address
from families.models import FamilyNotices, Notices, SchoolFamilies, families_of

_STOP, _CONFIRM = "notices.stop", "notices.confirm"
CONFIRM_LASTS = datetime.timedelta(days=7)
BETWEEN = datetime.timedelta(minutes=5)
"""How soon somebody is asked to confirm again."""


def notices_of(person: Person) -> FamilyNotices:
    """Somebody's notices; as the school has it where they chose nothing."""
    return FamilyNotices.objects.filter(person=person).first() or FamilyNotices(person=person)


def choose(person: Person, how: str) -> None:
    """From now on somebody is written to so often; empty for as the school has it. Raises Refused for what is none of the ways."""
    if how and how not in Notices.values:
        raise Refused("This is not one of the choices.", "how")
    FamilyNotices.objects.update_or_create(person=person, defaults={"how": how})


def ask_to_confirm(person: Person, school: School) -> None:
    """Write somebody a link by which they say that their address is theirs. Raises Refused where they have none, or were just asked."""
    if not person.email:
        raise Refused(_("The school knows no e-mail address of yours. Its records office enters one."))
    mine = FamilyNotices.objects.get_or_create(person=person)[0]
    now = school.now()
    if mine.asked_at is not None and datetime.timedelta(0) <= now - mine.asked_at < BETWEEN:
        raise Refused(_("The mail is on its way. Look again in a few minutes, also among unwanted mail."))
    mine.asked_at = now
    mine.save(update_fields=["asked_at"])
    token = signing.dumps([person.pk, person.email], salt=_CONFIRM)
    with in_language_of(person, school):
        dear = _("Dear %(name)s,") % {"name": person}
        text = _("Follow this link to say that notices about your children’s work may go to this address:")
        end = _("If you did not ask for them, do nothing: then none come.")
        write(
            school,
            person.email,
            _("notices to this address"),
            f"{dear}\n\n{text}\n\n{settings.ADDRESS}/notices/confirm/{token}\n\n{end}\n",
            return_to=return_address(person),
        )


def confirm(token: str) -> None:
    """Somebody has followed the link in the mail. Raises NotYours for a link that is none, is older than a week, or whose address is
    theirs no longer.
    """
    person, email = _read(token, _CONFIRM, CONFIRM_LASTS)
    if not Person.objects.filter(pk=person, email=email, is_active=True).exists():
        raise NotYours
    FamilyNotices.objects.update_or_create(person_id=person, defaults={"confirmed": email, "problem": ""})


def stop_token(person: Person) -> str:
    """What a link holds by which somebody stops notices, without signing in."""
    return signing.dumps([person.pk], salt=_STOP)


def stop(token: str) -> None:
    """Whoever has the link gets no more notices. Raises NotYours for one that is none."""
    (person,) = _read(token, _STOP, None)
    if not Person.objects.filter(pk=person).exists():
        raise NotYours
    FamilyNotices.objects.update_or_create(person_id=person, defaults={"how": Notices.NONE})


def _read(token: str, salt: str, lasts: datetime.timedelta | None) -> list[Any]:
    try:
        found: list[Any] = signing.loads(token, salt=salt, max_age=lasts)
    except signing.BadSignature as bad:
        raise NotYours from bad
    return found


def say(school: School, language: str, given: dict[str, Any]) -> None:
    """What the school says of its families from now on, and in which language they are written to who chose none."""
    School.objects.filter(pk=school.pk).update(language=language)
    SchoolFamilies.objects.update_or_create(school=school, defaults=given)


def words_of(school: School) -> str:
    """How often the school has families written to who chose nothing."""
    return str(Notices(families_of(school.pk).notices).label)
