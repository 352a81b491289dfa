"""Asking the register: OneRoster 1.2 over REST, signed in with OAuth 2 client credentials."""

import logging
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from typing import Any

import requests
from authlib.common.errors import AuthlibBaseError
from authlib.integrations.requests_client import OAuth2Session
from school.addresses import NOT_ALLOWED, may_be_asked
from school.refusal import Refused

from people.models import Register

logger = logging.getLogger(__name__)
PAGE = 500
"""How many are asked for at a time."""
MOST = 200_000
"""How many of a kind are read at the most: a server that never comes to its end is left."""
TIMEOUT = 20.0
Given = Mapping[str, Any]


@contextmanager
def signed_in(register: Register, *scopes: str) -> Iterator[OAuth2Session]:
    """A session with a token for some scopes."""
    with OAuth2Session(register.client_id, register.client_secret, scope=" ".join(scopes)) as session:
        take_token(session, register)
        yield session


class NotAllowedError(ValueError):
    """The register has an address that the server may not ask."""


def take_token(session: OAuth2Session, register: Register) -> None:
    """Take a new token: the register may have forgotten the last. Raises NotAllowedError."""
    if not (may_be_asked(register.address) and may_be_asked(register.token_address)):
        raise NotAllowedError
    session.fetch_token(register.token_address, grant_type="client_credentials", timeout=TIMEOUT, allow_redirects=False)


@contextmanager
def refused_in_words(register: Register) -> Iterator[None]:
    """Whatever goes wrong in asking the register, as a refusal that says what to do."""
    try:
        yield
    except (AuthlibBaseError, requests.RequestException, ValueError) as error:
        logger.warning("The register at %s does not answer as it should: %s", register.address, error)
        raise Refused(words_of(error), "address") from None


def words_of(error: Exception) -> str:
    """What went wrong, and what to do."""
    if isinstance(error, NotAllowedError):
        return NOT_ALLOWED
    status = (
        error.response.status_code if isinstance(error, requests.HTTPError) and error.response is not None else None
    )
    if isinstance(error, AuthlibBaseError) or status in (401, 403):
        return "The register does not know this client id and secret, or does not let them do this."
    if status is not None:
        return f"The register answered {status}. Look at its address, or try again later."
    return "The register does not answer as OneRoster 1.2 says. Look at its address, or try again later."


def all_of(session: OAuth2Session, address: str, service: str, path: str) -> Iterator[Given]:
    """All of a list, page by page. `path` ends in the kind of what is listed. Raises ValueError for what is no such list."""
    kind, offset = path.rpartition("/")[2], 0
    while offset < MOST:
        answer = session.get(
            f"{address}{service}/{path}",
            params={"limit": PAGE, "offset": offset},
            timeout=TIMEOUT,
            allow_redirects=False,
        )
        answer.raise_for_status()
        told = answer.json()
        page = told.get(kind) if isinstance(told, dict) else None
        if not isinstance(page, list) or not all(isinstance(each, dict) for each in page):
            raise ValueError(f"no list of {kind}")
        yield from page
        offset += len(page)
        total = answer.headers.get("X-Total-Count", "")
        is_last = offset >= int(total) if total.isdigit() else len(page) < PAGE
        if is_last or not page:
            return
    raise ValueError(f"more than {MOST} {kind}")
