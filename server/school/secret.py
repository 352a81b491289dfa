"""Secrets that stand in an address or a token: told once, and kept hashed, so that a copy of the database opens nothing."""

import hashlib
import secrets


def new_secret() -> str:
    """A secret that nobody guesses: 256 bits."""
    return secrets.token_urlsafe(32)


def hashed(secret: str) -> str:
    """What is kept of it. It is long and random, so that a slow hash would gain nothing."""
    return hashlib.sha256(secret.encode()).hexdigest()
