"""Talking to the person at the terminal."""

import sys
from typing import NoReturn


class Stop(Exception):
    """Ends the command with a plain message that says what is wrong and what to do."""


def say(text: str) -> None:
    """One line of progress."""
    print(text, flush=True)


def stop(text: str) -> NoReturn:
    """End with a plain message."""
    raise Stop(text)


def ask(question: str) -> bool:
    """A yes or no; no where nobody can answer."""
    if not sys.stdin.isatty():
        return False
    return input(f"{question} [y/N] ").strip().lower() in ("y", "yes")
