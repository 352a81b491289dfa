"""Addresses that an officer types and the server asks."""

from typing import Any

import pytest

from school.addresses import may_be_asked, outside_address
from school.refusal import Refused


@pytest.mark.parametrize(
    "text",
    [
        "http://register.example",
        "https://",
        "register.example",
        "https://[::1",
        "https://169.254.169.254/token",
        "https://2852039166/token",
        "https://0xa9fea9fe",
        "https://[::ffff:169.254.169.254]",
        "https://[fe80::1]/",
        "https://0.0.0.0",
        "https://224.0.0.1",
    ],
)
def test_what_the_server_never_asks_is_refused(text: str) -> None:
    with pytest.raises(Refused) as refused:
        outside_address(text, "address")
    assert refused.value.field == "address"


def test_inside_the_school_s_own_network_a_register_may_stand() -> None:
    assert outside_address(" https://10.1.2.3:8443/or/ ", "address") == "https://10.1.2.3:8443/or"


@pytest.mark.parametrize(
    ("address", "is_asked"),
    [
        ("https://register.district.example/or", True),
        ("https://Register.District.example:8443", True),
        ("https://district.example.elsewhere.example", False),
        ("https://register.district.example@elsewhere.example", False),
        ("https://10.1.2.3", False),
        ("https://login.example", True),
    ],
)
def test_where_hosts_are_named_no_other_is_asked(settings: Any, address: str, is_asked: bool) -> None:
    settings.OUTSIDE_HOSTS = [".district.example", "login.example"]
    assert may_be_asked(address) is is_asked
