"""Invitations, passwords, open sessions and the outbox, over HTTP."""

from typing import Any

from django.conf import settings
from django.contrib.auth import login, update_session_auth_hash
from django.http import HttpResponse
from ninja import Status
from school.access import Asking, PermittedRouter
from school.calendar import local
from school.models import AuditAction, Membership, Person
from school.paging import page_of
from school.permissions import ANYBODY, SEE_OWN
from school.refusal import Refused
from school.schemas import SessionOut
from school.signing_in import PASSWORD_BACKEND, know_browser, session_of

from accounts import inviting, mail, sessions
from accounts.permissions import INVITE, SEE_OUTBOX
from accounts.schemas import (
    Forgotten,
    InvitationsOut,
    InvitedOut,
    LetterOut,
    LetterTaken,
    MailOut,
    OpenSessionOut,
    OutboxOut,
    PasswordChange,
    PasswordIn,
    PeopleIn,
)

router = PermittedRouter(tags=["accounts"])


@router.get("/invitations/{number}/{token}", permission=ANYBODY, response=InvitedOut)
def see_invitation(request: Asking, number: str, token: str) -> Any:
    """Whose invitation a link is."""
    person = inviting.person_of_link(number, token)
    of = Membership.objects.filter(person=person).select_related("school").order_by("id").first()
    return InvitedOut(name=str(person), sign_in=person.sign_in, school=of.school.name if of else "")


@router.post("/invitations/{number}/{token}", permission=ANYBODY, response=SessionOut)
def take_invitation(request: Asking, response: HttpResponse, number: str, token: str, body: PasswordIn) -> Any:
    """Choose a password with the link of an invitation, and be signed in."""
    return _begin(request, response, inviting.person_of_link(number, token), body.password)


@router.post("/letters", permission=ANYBODY, response=SessionOut)
def take_letter(request: Asking, response: HttpResponse, body: LetterTaken) -> Any:
    """Choose a password with the code of a letter, and be signed in."""
    return _begin(request, response, inviting.person_of_letter(request, body.sign_in, body.code), body.password)


def _begin(request: Asking, response: HttpResponse, person: Person, password: str) -> SessionOut:
    inviting.choose_password(person, password)
    login(request, person, backend=PASSWORD_BACKEND)
    know_browser(request, response, person)
    return session_of(request)


@router.post("/password/forgotten", permission=ANYBODY, response={204: None})
def forget_password(request: Asking, body: Forgotten) -> Any:
    """Ask for a link to choose another password. The answer is the same whoever asks."""
    inviting.remind(request, body.sign_in)
    return Status(204, None)


@router.put("/password", permission=SEE_OWN, response={204: None})
def change_password(request: Asking, body: PasswordChange) -> Any:
    """Change one's own password; one stays signed in here, and nowhere else."""
    if not request.user.check_password(body.old):
        raise Refused("This is not your password now. Look at it, and at the caps key.", "old")
    inviting.choose_password(request.user, body.password)
    update_session_auth_hash(request, request.user)
    sessions.begin(request, request.user)
    return Status(204, None)


@router.get("/sessions", permission=SEE_OWN, response=list[OpenSessionOut])
def list_sessions(request: Asking) -> Any:
    """Where one is signed in."""
    return [
        OpenSessionOut(
            id=each.pk,
            browser=each.browser,
            address=each.address,
            at=each.at,
            is_this=each.key == request.session.session_key,
        )
        for each in sessions.of_person(request.user)
    ]


@router.delete("/sessions/{session}", permission=SEE_OWN, response={204: None})
def end_session(request: Asking, session: int) -> Any:
    """Sign out elsewhere."""
    sessions.end_one(request.user, session)
    return Status(204, None)


@router.post("/schools/{school_id}/invitations", permission=INVITE, audit=AuditAction.ACCESS, response=InvitationsOut)
def invite(request: Asking, school_id: int, body: PeopleIn) -> Any:
    """Write to people of the school, each a link with which they choose a password."""
    return {
        "count": inviting.invite(request, request.school, request.user, inviting.of_school(request.school, body.people))
    }


@router.post("/schools/{school_id}/letters", permission=INVITE, audit=AuditAction.ACCESS, response=list[LetterOut])
def make_letters(request: Asking, school_id: int, body: PeopleIn) -> Any:
    """Letters for people without e-mail, each with a code. A code is told here once; what is kept of it is its hash."""
    people = inviting.of_school(request.school, body.people)
    address = request.build_absolute_uri("/letter")
    return [
        LetterOut(name=str(each.person), sign_in=each.person.sign_in, code=each.code, address=address)
        for each in inviting.make_letters(request.school, request.user, people)
    ]


@router.get("/schools/{school_id}/outbox", permission=SEE_OUTBOX, response=OutboxOut)
def see_outbox(request: Asking, school_id: int, after: str | None = None) -> Any:
    """What was written in the name of the school."""
    found = page_of(mail.outbox(request.school), ("-id",), after)
    return OutboxOut(
        mail=[
            MailOut(id=each.pk, to=each.to, subject=each.subject, text=each.text, at=local(request.school, each.at))
            for each in found.rows
        ],
        after=found.after,
        is_used=settings.EMAIL_BACKEND == settings.OUTBOX,
    )
