"""The provider: the authorization code flow of OpenID Connect with PKCE, as a WSGI application that keeps everything in memory."""

import base64
import hashlib
import html
import json
import secrets
import time
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any
from urllib.parse import parse_qs, urlencode

from joserfc import jwt
from joserfc.jwk import RSAKey

from identity import CLIENT_ID, CLIENT_SECRET

_LASTS = 300
"""Seconds for which a code and a token count."""

Claims = dict[str, Any]
StartResponse = Callable[[str, list[tuple[str, str]]], Any]


@dataclass(frozen=True)
class Asked:
    """What an application asked for when it sent somebody here."""

    redirect_uri: str
    nonce: str
    challenge: str
    email: str
    at: float


class Provider:
    """The provider at an address. `change` may alter what it says of people, for tests of what is to be refused."""

    def __init__(self, issuer: str, change: Callable[[Claims], Claims] = lambda claims: claims) -> None:
        self.issuer, self.change = issuer, change
        self._key = RSAKey.generate_key(2048, parameters={"kid": "1", "use": "sig", "alg": "RS256"})
        self._codes: dict[str, Asked] = {}

    def __call__(self, environ: dict[str, Any], start_response: StartResponse) -> Iterable[bytes]:
        """Answer one request."""
        wanted = {
            "/.well-known/openid-configuration": self._describe,
            "/keys": lambda _: _json(200, {"keys": [self._key.as_dict(private=False)]}),
            "/authorize": self._authorize,
            "/token": self._token,
        }.get(environ.get("PATH_INFO", ""))
        status, headers, body = wanted(environ) if wanted else _json(404, {"error": "not_found"})
        start_response(status, headers)
        return [body]

    def _describe(self, _: dict[str, Any]) -> "Answer":
        return _json(
            200,
            {
                "issuer": self.issuer,
                "authorization_endpoint": f"{self.issuer}/authorize",
                "token_endpoint": f"{self.issuer}/token",
                "jwks_uri": f"{self.issuer}/keys",
                "response_types_supported": ["code"],
                "subject_types_supported": ["public"],
                "id_token_signing_alg_values_supported": ["RS256"],
                "code_challenge_methods_supported": ["S256"],
            },
        )

    def _authorize(self, environ: dict[str, Any]) -> "Answer":
        """A page that asks who one is; then back to the application, with a code."""
        asked = _fields(environ.get("QUERY_STRING", ""))
        if asked.get("client_id") != CLIENT_ID or asked.get("response_type") != "code":
            return _json(400, {"error": "invalid_request"})
        email = asked.get("email")
        if email is None:
            kept = "".join(
                f'<input type="hidden" name="{html.escape(name)}" value="{html.escape(value)}">'
                for name, value in asked.items()
            )
            return "200 OK", [("Content-Type", "text/html; charset=utf-8")], _PAGE.format(kept=kept).encode()
        code = secrets.token_urlsafe(24)
        self._codes[code] = Asked(
            asked["redirect_uri"], asked.get("nonce", ""), asked.get("code_challenge", ""), email.strip(), time.time()
        )
        back = f"{asked['redirect_uri']}?{urlencode({'code': code, 'state': asked.get('state', '')})}"
        return "302 Found", [("Location", back)], b""

    def _token(self, environ: dict[str, Any]) -> "Answer":
        """What the application gets for the code, once."""
        given = _fields(environ["wsgi.input"].read(int(environ.get("CONTENT_LENGTH") or 0)).decode())
        basic = base64.b64encode(f"{CLIENT_ID}:{CLIENT_SECRET}".encode()).decode()
        if environ.get("HTTP_AUTHORIZATION") != f"Basic {basic}":
            return _json(401, {"error": "invalid_client"})
        asked = self._codes.pop(given.get("code", ""), None)
        digest = hashlib.sha256(given.get("code_verifier", "").encode()).digest()
        challenge = base64.urlsafe_b64encode(digest).decode().rstrip("=")
        if (
            asked is None
            or time.time() - asked.at > _LASTS
            or asked.redirect_uri != given.get("redirect_uri")
            or not secrets.compare_digest(challenge, asked.challenge)
        ):
            return _json(400, {"error": "invalid_grant"})
        now = int(time.time())
        claims = {
            "iss": self.issuer,
            "aud": CLIENT_ID,
            "sub": hashlib.sha256(asked.email.casefold().encode()).hexdigest()[:24],
            "iat": now,
            "exp": now + _LASTS,
            "nonce": asked.nonce,
            "email": asked.email,
            "email_verified": True,
        }
        token = jwt.encode({"alg": "RS256", "kid": "1"}, self.change(claims), self._key)
        return _json(
            200,
            {
                "access_token": secrets.token_urlsafe(24),
                "token_type": "Bearer",
                "expires_in": _LASTS,
                "id_token": token,
            },
        )


Answer = tuple[str, list[tuple[str, str]], bytes]
_STATUS = {200: "200 OK", 400: "400 Bad Request", 401: "401 Unauthorized", 404: "404 Not Found"}


def _json(status: int, body: dict[str, Any]) -> Answer:
    return _STATUS[status], [("Content-Type", "application/json")], json.dumps(body).encode()


def _fields(text: str) -> dict[str, str]:
    return {name: values[0] for name, values in parse_qs(text, keep_blank_values=True).items()}


_PAGE = """<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>Stand-in sign-in</title>
<style>body {{ font: 16px/1.5 sans-serif; max-width: 26rem; margin: 15vh auto; padding: 0 1rem }}
input, button {{ font: inherit; padding: .4rem .6rem }} input[name=email] {{ width: 100%; box-sizing: border-box }}</style>
<h1>Stand-in sign-in</h1>
<p>A school's own provider would ask for a password here. This one stands in for it, and believes whoever you say you are.</p>
<form>{kept}
<p><label>E-mail <input name="email" type="email" required autofocus></label></p>
<p><button>Sign in</button></p>
</form>
</html>
"""
