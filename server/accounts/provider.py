"""Signing in through a school's own OpenID Connect provider: the authorization code flow with PKCE, state and nonce.

The provider says who somebody is by a subject of its own. The first time it must also say an e-mail address that it has verified
and that one active person of the school has; from then on the subject counts, whatever becomes of addresses. Who belongs to another
school too signs in with a password: one school's provider opens no other school.
"""

import logging
import secrets
import time
from enum import StrEnum
from typing import Any
from urllib.parse import urlsplit

import requests
from authlib.common.errors import AuthlibBaseError
from authlib.integrations.requests_client import OAuth2Session
from django.db import IntegrityError, transaction
from django.http import HttpRequest
from joserfc import jwt
from joserfc.errors import JoseError
from joserfc.jwk import KeySet
from school.addresses import may_be_asked, outside_address
from school.models import Person, School
from school.refusal import NotYours, Refused
from school.texts import name_of

from accounts.inviting import belongs_elsewhere
from accounts.models import ProviderAccount, SignInProvider

logger = logging.getLogger(__name__)
ANSWER_PATH = "/api/v1/providers/answer"
"""Where a provider sends people back to."""
_STARTED = "provider"
"""Under which name the session keeps what was asked of a provider."""
_LASTS = 600
"""Within how many seconds somebody is to come back."""
_ALGORITHMS = ["RS256", "PS256", "ES256", "EdDSA"]
_TIMEOUT = 8.0
_CLOCKS_DIFFER = 60
"""By how many seconds at the most the clocks of a provider and of this machine may differ."""


class Failure(StrEnum):
    """Why nobody was signed in, as the first page is told."""

    AWAY = "away"
    """The provider does not answer, or not as the standard says."""
    REFUSED = "refused"
    """The provider, or the person there, said no; or too much time went by."""
    UNKNOWN = "unknown"
    """The provider knows them, the school does not."""
    ELSEWHERE = "elsewhere"
    """They also belong to another school."""


class NotSignedIn(Exception):
    """Nobody was signed in by a provider."""

    def __init__(self, failure: Failure) -> None:
        super().__init__(failure.value)
        self.failure = failure


def set_provider(school: School, name: str, issuer: str, client_id: str, client_secret: str | None) -> None:
    """Set a school's provider, once it answers. Without a secret the one that is kept stays. Raises Refused, changing nothing."""
    name, issuer = name_of(name, 60), outside_address(issuer, "issuer")
    kept = SignInProvider.objects.filter(school=school).first()
    secret = client_secret or (kept.client_secret if kept is not None and kept.issuer == issuer else "")
    if not secret or not client_id.strip():
        raise Refused("The provider gives a client id and a client secret; both are needed.", "client_secret")
    try:
        _described(issuer)
    except NotSignedIn:
        raise Refused(f"No OpenID Connect provider answers at {issuer}. Look at the address.", "issuer") from None
    given = {"name": name, "issuer": issuer, "client_id": client_id.strip(), "client_secret": secret}
    with transaction.atomic():
        if kept is not None and kept.issuer != issuer:
            # Another provider's subjects are other people.
            kept.accounts.all().delete()
        SignInProvider.objects.update_or_create(school=school, defaults=given)


def forget_provider(school: School) -> None:
    """Do without a provider; nobody signs in through it any more."""
    SignInProvider.objects.filter(school=school).delete()


def begin(request: HttpRequest, provider: int) -> str:
    """The provider's address at which somebody signs in. Raises NotYours where there is none, NotSignedIn where it is away."""
    found = SignInProvider.objects.filter(pk=provider).first()
    if found is None:
        raise NotYours
    described = _described(found.issuer)
    nonce, verifier = secrets.token_urlsafe(24), secrets.token_urlsafe(48)
    with _client(request, found) as client:
        address, state = client.create_authorization_url(
            described["authorization_endpoint"], nonce=nonce, code_verifier=verifier
        )
    request.session[_STARTED] = {
        "provider": found.pk,
        "state": state,
        "nonce": nonce,
        "verifier": verifier,
        "at": time.time(),
    }
    return str(address)


def person_of_answer(request: HttpRequest) -> Person:
    """Whom a provider means who sent somebody back. Raises NotSignedIn, which says why nobody."""
    started = request.session.pop(_STARTED, None)
    state = request.GET.get("state", "")
    if (
        started is None
        or not secrets.compare_digest(started["state"].encode(), state.encode())
        or time.time() - started["at"] > _LASTS
        or "code" not in request.GET
    ):
        raise NotSignedIn(Failure.REFUSED)
    provider = SignInProvider.objects.filter(pk=started["provider"]).select_related("school").first()
    if provider is None:
        raise NotSignedIn(Failure.REFUSED)
    return _person_of(provider, _claims(request, provider, started))


def _client(request: HttpRequest, provider: SignInProvider) -> OAuth2Session:
    return OAuth2Session(
        provider.client_id,
        provider.client_secret,
        scope="openid email",
        redirect_uri=request.build_absolute_uri(ANSWER_PATH),
        code_challenge_method="S256",
    )


def _described(issuer: str) -> dict[str, Any]:
    """What a provider says of itself. Raises NotSignedIn where it is away, or is not the one it should be."""
    described = _fetched(f"{issuer}/.well-known/openid-configuration")
    wanted = ("issuer", "authorization_endpoint", "token_endpoint", "jwks_uri")
    if any(not isinstance(described.get(each), str) for each in wanted) or described["issuer"].rstrip("/") != issuer:
        raise NotSignedIn(Failure.AWAY)
    # To one of these the secret goes: it is as safe as the provider's own, or is not asked.
    asked = [described[each] for each in ("token_endpoint", "jwks_uri")]
    if any(not may_be_asked(each) or urlsplit(each).scheme != urlsplit(issuer).scheme for each in asked):
        logger.warning("The sign-in provider %s names addresses that are not asked: %s", issuer, ", ".join(asked))
        raise NotSignedIn(Failure.AWAY)
    return described


def _fetched(address: str) -> dict[str, Any]:
    if not may_be_asked(address):
        raise NotSignedIn(Failure.AWAY)
    try:
        answered = requests.get(address, timeout=_TIMEOUT, allow_redirects=False)
        answered.raise_for_status()
        answer = answered.json()
    except (requests.RequestException, ValueError) as error:
        logger.warning("A sign-in provider does not answer at %s: %s", address, error)
        raise NotSignedIn(Failure.AWAY) from None
    if not isinstance(answer, dict):
        raise NotSignedIn(Failure.AWAY)
    return answer


def _claims(request: HttpRequest, provider: SignInProvider, started: dict[str, Any]) -> dict[str, Any]:
    """What the provider says of the person, signed by it, for us and for this attempt."""
    described = _described(provider.issuer)
    try:
        with _client(request, provider) as client:
            token = client.fetch_token(
                described["token_endpoint"],
                code=request.GET["code"],
                code_verifier=started["verifier"],
                timeout=_TIMEOUT,
                allow_redirects=False,
            )
        keys = KeySet.import_key_set(_fetched(described["jwks_uri"]))  # type: ignore[arg-type]
        claims = jwt.decode(token["id_token"], keys, algorithms=_ALGORITHMS).claims
        jwt.JWTClaimsRegistry(
            leeway=_CLOCKS_DIFFER,
            iss={"essential": True, "value": described["issuer"]},
            aud={"essential": True, "value": provider.client_id},
            sub={"essential": True},
            exp={"essential": True},
            nonce={"essential": True, "value": started["nonce"]},
        ).validate(claims)
    except (AuthlibBaseError, JoseError, requests.RequestException, KeyError, ValueError) as error:
        logger.warning("What the sign-in provider %s answered is not taken: %s", provider.issuer, error)
        raise NotSignedIn(Failure.AWAY) from None
    return claims


def _person_of(provider: SignInProvider, claims: dict[str, Any]) -> Person:
    subject = str(claims["sub"])
    known = provider.accounts.filter(subject=subject).select_related("person").first()
    person = known.person if known else _by_address(provider.school, claims)
    if person is None or not person.is_active or not person.memberships.filter(school=provider.school).exists():
        raise NotSignedIn(Failure.UNKNOWN)
    if belongs_elsewhere(provider.school, person):
        raise NotSignedIn(Failure.ELSEWHERE)
    if known is None:
        try:
            with transaction.atomic():
                ProviderAccount.objects.create(provider=provider, subject=subject, person=person)
        except IntegrityError:
            # The address is by now another account's at the provider; it does not become this person by that.
            raise NotSignedIn(Failure.UNKNOWN) from None
    return person


def _by_address(school: School, claims: dict[str, Any]) -> Person | None:
    email = claims.get("email")
    if not isinstance(email, str) or claims.get("email_verified") is not True:
        return None
    found = list(Person.objects.filter(email__iexact=email, memberships__school=school).distinct()[:2])
    return found[0] if len(found) == 1 else None
