"""Signing in and out, invitations, passwords, second factors, providers, open sessions and the outbox, over HTTP."""

from typing import Any

from django.conf import settings
from django.contrib.auth import logout, update_session_auth_hash
from django.http import HttpResponse, HttpResponseRedirect
from django.middleware.csrf import get_token
from ninja import Status
from school.access import LACKS_SECOND_FACTOR, Asking, PermittedRouter
from school.calendar import local
from school.language import CHOICES
from school.models import AuditAction, Membership, Person
from school.paging import page_of
from school.permissions import ANYBODY, OWN_ACCOUNT, SEE_OWN
from school.refusal import Refused
from school.schemas import SchoolChosen, SessionOut
from school.session import choose_school, session_of

from accounts import idle, inviting, mail, provider, second_factor, sessions
from accounts.models import SignInProvider
from accounts.permissions import CHANGE_SIGN_IN, INVITE, SEE_OUTBOX, SEE_SIGN_IN
from accounts.provider import NotSignedIn
from accounts.schemas import (
    Forgotten,
    InvitationsOut,
    InvitedOut,
    LanguageIn,
    LetterOut,
    LetterTaken,
    LetterWordsOut,
    MailOut,
    OpenSessionOut,
    OutboxOut,
    PasswordChange,
    PasswordConfirmed,
    PasswordIn,
    PeopleIn,
    ProviderIn,
    ProviderLink,
    ProviderOut,
    RecoveryCodesOut,
    SecondFactorBeginningOut,
    SecondFactorCode,
    SecondFactorOut,
    SignIn,
    SigningInIn,
    SigningInOut,
)
from accounts.signing_in import begin, enter, sign_in

router = PermittedRouter(tags=["accounts"])


@router.get("/session", permission=ANYBODY, response=SessionOut)
def session(request: Asking) -> Any:
    """Who is signed in; also hands out the token that changes need."""
    get_token(request)
    return session_of(request)


@router.post("/session", permission=ANYBODY, response=SessionOut)
def start_session(request: Asking, response: HttpResponse, body: SignIn) -> Any:
    """Sign in."""
    begin(request, response, sign_in(request, body.sign_in, body.password, body.code))
    return session_of(request)


@router.put("/session/school", permission=SEE_OWN, response=SessionOut)
def look_at_school(request: Asking, body: SchoolChosen) -> Any:
    """Look at another of one's schools."""
    choose_school(request, body.school)
    return session_of(request)


@router.delete("/session", permission=OWN_ACCOUNT, response={204: None})
def sign_out(request: Asking) -> Any:
    """Sign out."""
    logout(request)
    return Status(204, None)


@router.get("/providers", permission=ANYBODY, response=list[ProviderLink])
def list_providers(request: Asking) -> Any:
    """The schools' own providers at which one may sign in."""
    found = SignInProvider.objects.select_related("school").order_by("school__name", "id")
    return [ProviderLink(id=each.pk, name=each.name, school=each.school.name) for each in found]


@router.get("/providers/answer", permission=ANYBODY, response={302: None})
def take_provider_answer(request: Asking) -> Any:
    """Somebody comes back from their provider: they go in, or to the first page, which says why not."""
    try:
        person = provider.person_of_answer(request)
    except NotSignedIn as error:
        return HttpResponseRedirect(f"/sign-in?failed={error.failure}")
    response = HttpResponseRedirect("/")
    enter(request, response, person)
    return response


@router.get("/providers/{provider_id}/start", permission=ANYBODY, response={302: None})
def start_at_provider(request: Asking, provider_id: int) -> Any:
    """Go to a school's provider to sign in there."""
    try:
        return HttpResponseRedirect(provider.begin(request, provider_id))
    except NotSignedIn as error:
        return HttpResponseRedirect(f"/sign-in?failed={error.failure}")


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
    """Who has a second factor is not signed in by a link or a letter alone: they sign in with the password that they chose."""
    inviting.choose_password(person, password)
    if not second_factor.is_on(person):
        begin(request, response, person)
    return session_of(request)


@router.post("/password/forgotten", permission=ANYBODY, response={204: None})
def forget_password(request: Asking, body: Forgotten) -> Any:
    """Ask for a link to choose another password. The answer is the same whoever asks."""
    inviting.remind(request, body.sign_in)
    return Status(204, None)


@router.put("/language", permission=OWN_ACCOUNT, response={204: None})
def choose_language(request: Asking, body: LanguageIn) -> Any:
    """From now on one reads the family page in a language, and is written to in it."""
    if body.language not in CHOICES:
        raise Refused("This is not one of the languages.", "language")
    request.user.language = body.language
    request.user.save(update_fields=["language"])
    return Status(204, None)


@router.put("/password", permission=OWN_ACCOUNT, response={204: None})
def change_password(request: Asking, body: PasswordChange) -> Any:
    """Change one's own password; one stays signed in here, and nowhere else."""
    if not request.user.check_password(body.old):
        raise Refused("This is not your password now. Look at it, and at the caps key.", "old")
    inviting.choose_password(request.user, body.password)
    update_session_auth_hash(request, request.user)
    sessions.begin(request, request.user)
    return Status(204, None)


@router.get("/second-factor", permission=OWN_ACCOUNT, response=SecondFactorOut)
def see_second_factor(request: Asking) -> Any:
    """Whether one has a second factor, whether it is asked of one, and how many recovery codes are left."""
    return second_factor.state_of(request.user)


@router.post("/second-factor", permission=OWN_ACCOUNT, response=SecondFactorBeginningOut)
def begin_second_factor(request: Asking, body: PasswordConfirmed) -> Any:
    """What an authenticator app is told. It counts once a code of the app was given."""
    _confirm_password(request, body.password)
    return second_factor.begin(request.user)


@router.post("/second-factor/confirm", permission=OWN_ACCOUNT, response=RecoveryCodesOut)
def confirm_second_factor(request: Asking, body: SecondFactorCode) -> Any:
    """Give a code of the app: from now on one is asked for at each sign-in. The recovery codes are told here once."""
    codes = second_factor.confirm(request.user, body.code)
    request.session.pop(LACKS_SECOND_FACTOR, None)
    return {"codes": codes}


@router.post("/second-factor/recovery-codes", permission=OWN_ACCOUNT, response=RecoveryCodesOut)
def make_recovery_codes(request: Asking, body: PasswordConfirmed) -> Any:
    """Other recovery codes in place of those there are."""
    _confirm_password(request, body.password)
    return {"codes": second_factor.make_recovery_codes(request.user)}


@router.post("/second-factor/end", permission=OWN_ACCOUNT, response={204: None})
def end_second_factor(request: Asking, body: PasswordConfirmed) -> Any:
    """Do without a second factor, where no school of one's own asks for it."""
    _confirm_password(request, body.password)
    second_factor.end(request.user)
    return Status(204, None)


def _confirm_password(request: Asking, password: str) -> None:
    if request.user.has_usable_password() and not request.user.check_password(password):
        raise Refused("This is not your password. Look at it, and at the caps key.", "password")


@router.get("/sessions", permission=OWN_ACCOUNT, response=list[OpenSessionOut])
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


@router.delete("/sessions/{session}", permission=OWN_ACCOUNT, response={204: None})
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
        LetterOut(
            sign_in=each.person.sign_in,
            code=each.code,
            address=address,
            words=LetterWordsOut(**inviting.letter_words(request.school, each.person)),
        )
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


@router.get("/schools/{school_id}/signing-in", permission=SEE_SIGN_IN, response=SigningInOut)
def see_signing_in(request: Asking, school_id: int) -> Any:
    """How people of the school sign in."""
    return _signing_in_of(request)


@router.put(
    "/schools/{school_id}/signing-in", permission=CHANGE_SIGN_IN, audit=AuditAction.ACCESS, response=SigningInOut
)
def change_signing_in(request: Asking, school_id: int, body: SigningInIn) -> Any:
    """Of whom the school asks a second factor, from when they next sign in, and when who does nothing is signed out."""
    # What may be refused comes first, so that nothing is changed then.
    idle.sign_out_after(request.school, body.idle_minutes)
    second_factor.ask_of(request.school, body.second_factor_of)
    return _signing_in_of(request)


@router.put("/schools/{school_id}/provider", permission=CHANGE_SIGN_IN, audit=AuditAction.ACCESS, response=SigningInOut)
def set_provider(request: Asking, school_id: int, body: ProviderIn) -> Any:
    """The OpenID Connect provider at which the school's people may sign in, once it answers."""
    provider.set_provider(request.school, body.name, body.issuer, body.client_id, body.client_secret)
    return _signing_in_of(request)


@router.delete(
    "/schools/{school_id}/provider", permission=CHANGE_SIGN_IN, audit=AuditAction.ACCESS, response=SigningInOut
)
def forget_provider(request: Asking, school_id: int) -> Any:
    """Sign nobody in through the provider any more."""
    provider.forget_provider(request.school)
    return _signing_in_of(request)


def _signing_in_of(request: Asking) -> SigningInOut:
    school = request.school
    set_ = SignInProvider.objects.filter(school=school).first()
    return SigningInOut(
        second_factor_of=school.second_factor_of,
        idle_minutes=school.idle_minutes,
        waits=list(idle.WAITS),
        lacking=second_factor.how_many_lack_it(school),
        provider=ProviderOut(name=set_.name, issuer=set_.issuer, client_id=set_.client_id) if set_ else None,
        answer_address=request.build_absolute_uri(provider.ANSWER_PATH),
    )


@router.post(
    "/schools/{school_id}/persons/{person}/second-factor/end",
    permission=CHANGE_SIGN_IN,
    audit=AuditAction.ACCESS,
    response={204: None},
)
def end_second_factor_of(request: Asking, school_id: int, person: int) -> Any:
    """Take the second factor from somebody who lost theirs; what they use next is a new one."""
    second_factor.end_for(request.school, inviting.of_school(request.school, [person])[0])
    return Status(204, None)
