"""Passwords that are known to have leaked elsewhere: found in a file that the school's technician has put there."""

import hashlib
from mmap import ACCESS_READ, mmap
from pathlib import Path

from django.core.exceptions import ValidationError
from django.utils.translation import gettext as _

_DIGITS = 40
"""Hexadecimal digits of a SHA-1 sum."""


class NotLeakedValidator:
    """Refuses a password whose SHA-1 sum stands in a file: one a line, in order, in capitals, whatever stands behind it. Such lists have
    hundreds of millions of lines, and are searched by halves where they lie.
    """

    def __init__(self, path: str) -> None:
        self._path = Path(path)

    def validate(self, password: str, user: object = None) -> None:
        """Raises ValidationError."""
        wanted = hashlib.sha1(password.encode(), usedforsecurity=False).hexdigest().upper().encode()
        with self._path.open("rb") as file, mmap(file.fileno(), 0, access=ACCESS_READ) as lines:
            if _stands_in(lines, wanted):
                raise ValidationError(
                    _("This password has become known elsewhere: it stands in a list of leaked ones. Choose another."),
                    code="password_leaked",
                )


def _stands_in(lines: mmap, wanted: bytes) -> bool:
    low, high = 0, len(lines)
    while low < high:
        begins = lines.rfind(b"\n", low, (low + high) // 2) + 1 or low
        found = lines[begins : begins + _DIGITS]
        if found == wanted:
            return True
        if found < wanted:
            low = lines.find(b"\n", begins) + 1 or len(lines)
        else:
            high = begins
    return False
