"""Addresses of systems outside, which an officer types and the server asks."""

from urllib.parse import urlsplit

from django.conf import settings

from school.refusal import Refused


def outside_address(text: str, field: str) -> str:
    """An address as it is kept, without a slash at its end. Raises Refused for what is not reached over TLS; what stands in for other
    systems in the demo is on this machine, and needs none.
    """
    bare = text.strip().rstrip("/")
    try:
        parts = urlsplit(bare)
    except ValueError:
        raise Refused("This is no address.", field) from None
    is_near = settings.DEMO and parts.scheme == "http" and parts.hostname == "127.0.0.1"
    if not parts.hostname or (parts.scheme != "https" and not is_near):
        raise Refused("Type an address that begins with https://.", field)
    return bare
