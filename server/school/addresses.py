"""Addresses of systems outside, which an officer types and the server asks."""

from ipaddress import IPv4Address, IPv6Address, ip_address
from socket import inet_aton
from urllib.parse import urlsplit

from django.conf import settings
from django.http.request import validate_host

from school.refusal import Refused

NOT_ALLOWED = "The server does not ask this address: whoever runs it says which ones it may (HOARFROST_OUTSIDE_HOSTS)."


def outside_address(text: str, field: str) -> str:
    """An address as it is kept, without a slash at its end. Raises Refused for what is not reached over TLS, and for what the server
    may not ask; what stands in for other systems in the demo is on this machine, and needs no TLS.
    """
    bare = text.strip().rstrip("/")
    try:
        parts = urlsplit(bare)
        host = parts.hostname
    except ValueError:
        raise Refused("This is no address.", field) from None
    is_near = settings.DEMO and parts.scheme == "http" and host == "127.0.0.1"
    if not host or (parts.scheme != "https" and not is_near):
        raise Refused("Type an address that begins with https://.", field)
    if not may_be_asked(bare):
        raise Refused(NOT_ALLOWED, field)
    return bare


def may_be_asked(address: str) -> bool:
    """Whether the server may ask an address: its host is one of HOARFROST_OUTSIDE_HOSTS, where that names any. An address of the link
    alone never is: there the machine's own host tells what no other is to know.
    """
    try:
        host = urlsplit(address).hostname or ""
    except ValueError:
        return False
    if settings.OUTSIDE_HOSTS and not validate_host(host, settings.OUTSIDE_HOSTS):
        return False
    number = _number(host)
    if number is None:
        return bool(host)
    return not (number.is_link_local or number.is_unspecified or number.is_multicast)


def _number(host: str) -> IPv4Address | IPv6Address | None:
    """The number that a host is written as, in whichever way the system reads it; None for a name."""
    try:
        return IPv4Address(inet_aton(host))
    except OSError:
        pass
    try:
        found = ip_address(host)
    except ValueError:
        return None
    return getattr(found, "ipv4_mapped", None) or found
