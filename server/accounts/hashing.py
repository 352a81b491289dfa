"""Passwords are hashed slowly on purpose, each on a whole processor and with much memory. On the evening on which all families sign in
at once those who enter scores must not wait for it: a process hashes one at a time, another waits, and the rest are asked to come again.
"""

from concurrent.futures import ThreadPoolExecutor

from django.contrib.auth.hashers import Argon2PasswordHasher
from school.bounded import Bounded

HASHING = Bounded(at_once=1, waiting=1)
_THREAD = ThreadPoolExecutor(1, "hashing")
"""Each thread that has hashed holds on to the memory which that took: one alone does it."""


class BoundedArgon2(Argon2PasswordHasher):
    """Argon2id with 19 MiB, two passes and one lane, as OWASP recommends at the least, some at a time. Raises Busy."""

    time_cost = 2
    memory_cost = 19 * 1024
    parallelism = 1

    def encode(self, password: str, salt: str) -> str:
        with HASHING.turn():
            return str(_THREAD.submit(super().encode, password, salt).result())

    def verify(self, password: str, encoded: str) -> bool:
        with HASHING.turn():
            return bool(_THREAD.submit(super().verify, password, encoded).result())
