"""Who may do what: every operation of the API names its permission here or in its app's `permissions`.

A permission is about a school, a class or a student that the address names, or about nothing but being signed in. What
the person may not see is answered like what is not there.
"""

from collections.abc import Callable
from contextlib import AbstractContextManager
from dataclasses import dataclass
from functools import wraps
from typing import Any, Literal, TypeVar, cast

import rules
from django.conf import settings
from django.core.exceptions import ObjectDoesNotExist
from django.db.models import Model, QuerySet
from django.http import HttpRequest
from ninja import Router
from ninja.security import APIKeyCookie

from school import revisions
from school.audit import record, record_daily
from school.language import in_language_of_browser, in_language_read
from school.models import AuditAction, Person, School, SchoolClass, Student
from school.refusal import AnotherPerson, LacksSecondFactor, NotYours, Problem
from school.retrying import in_transaction

Row = TypeVar("Row", bound=Model)


class Asking(HttpRequest):
    """A request whose permission was looked at: the person, and the school, class or student that it is about."""

    user: Person  # type: ignore[assignment]
    school: School
    school_class: SchoolClass
    student: Student


@dataclass(frozen=True)
class Permission:
    """What an operation needs. `about` names the part of the address that says which school, class or student."""

    name: str
    about: Literal["school", "class", "student"] | None = None
    signed_in: bool = True
    changes: Literal["school", "class"] | None = None
    """What operations that write count as changed (`revisions`)."""
    by_secret: bool = False
    """Whether the address itself says what may be done, to whoever has it: programs follow it too, which have no session."""
    without_second_factor: bool = False
    """Whether it is had by who lacks a second factor that their school asks for, too: what leads to one."""

    @property
    def only_sees(self) -> bool:
        """Whether it allows no more than looking: such an operation changes nothing, also where what is looked at is sent."""
        return self.name.rpartition(".")[2].startswith("see")

    def check(self, request: Asking, address: dict[str, Any]) -> None:
        """Raises NotYours unless the person has it; the school, class or student is then on the request.

        Raises AnotherPerson where the page that asks belongs to somebody else than is signed in by now, and LacksSecondFactor
        where the person is to set one up first.
        """
        _refuse_another(request)
        if self.signed_in and not self.without_second_factor and lacks_second_factor(request):
            raise LacksSecondFactor("Your school asks for a second factor. Set it up first.")
        subject: School | SchoolClass | Student | None = None
        if self.about == "class":
            subject = _found(SchoolClass.objects.for_person(request.user), _number(address["class_id"]))
        elif self.about == "school":
            subject = _found(School.objects.asked_by(request.user), _number(address["school_id"]))
        elif self.about == "student":
            subject = _found(
                Student.objects.asked_by(request.user).select_related("school__revision"),
                _number(address["student_id"]),
            )
        if not self.signed_in:
            return
        if (self.about and subject is None) or not rules.test_rule(self.name, request.user, subject):
            raise NotYours
        if isinstance(subject, School):
            request.school = subject
        elif isinstance(subject, SchoolClass):
            request.school_class = subject
        elif isinstance(subject, Student):
            request.student = subject

    def count(self, request: Asking) -> None:
        """Count what an operation is about to change, in its transaction: first, and the school before the class, so that
        nobody waits crosswise for rows that refer to them.
        """
        if self.changes == "school":
            revisions.count_school(request.school_class.school_id if self.about == "class" else request.school.pk)
        if self.about == "class":
            revisions.count_class(request.school_class.pk)


LACKS_SECOND_FACTOR = "lacks_second_factor"
"""Under which name a session keeps that its person is to set up a second factor before anything else."""


def lacks_second_factor(request: HttpRequest) -> bool:
    """Whether a school asks for a second factor that who is signed in does not have."""
    return LACKS_SECOND_FACTOR in request.session


PERSON_HEADER = "X-Hoarfrost-Person"
"""Whose page is asking: in one browser another tab may have signed somebody else in since."""


def _refuse_another(request: HttpRequest) -> None:
    named = request.headers.get(PERSON_HEADER)
    if named is not None and request.user.is_authenticated and named != str(request.user.pk):
        raise AnotherPerson


def _number(text: str) -> int:
    """A number of an address. Raises NotYours for what is none: nothing has such a number."""
    if not text.isdecimal():
        raise NotYours
    return int(text)


def _found(rows: QuerySet[Row], pk: int) -> Row | None:
    """The row of this number. `first` would put in order what is one row at the most, at each request."""
    try:
        return rows.get(pk=pk)
    except ObjectDoesNotExist:
        return None


def _record(
    request: Asking, permission: Permission, action: AuditAction | None, operation: str, address: dict[str, Any]
) -> None:
    """Write down what an operation did: what it names itself each time, what is read or changed of a class or student once a day."""
    words, student = operation.replace("_", " "), address.get("student") or address.get("student_id")
    school, school_class = getattr(request, "school", None), getattr(request, "school_class", None)
    if action is not None:
        record(
            request,
            action,
            words,
            person=request.user,
            school=school,
            school_class=school_class,
            student_id=student,
        )
    elif permission.signed_in and (school_class is not None or student is not None):
        reads = request.method == "GET" or permission.only_sees
        record_daily(
            request,
            AuditAction.READ if reads else AuditAction.CHANGED,
            words,
            person=request.user,
            school=school or (school_class or request.student).school,
            school_class=school_class,
            student_id=student,
        )


class _Session(APIKeyCookie):
    """Django's session, and the operation's permission: looked at before what is sent is read, so that who may not do something is
    not told what would be wrong with it. It looks at the CSRF token of whatever changes something.
    """

    param_name = settings.SESSION_COOKIE_NAME

    def __init__(self, permission: Permission) -> None:
        self.permission = permission
        super().__init__(csrf=True)

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        if self.permission.signed_in and not request.user.is_authenticated:
            return None
        assert request.resolver_match is not None
        self.permission.check(cast("Asking", request), request.resolver_match.kwargs)
        return request.user


def _language(request: Asking, permission: Permission) -> AbstractContextManager[None]:
    """A family's page is in the family's language, and what stands before it in the browser's."""
    return in_language_read(request) if permission.about == "student" else in_language_of_browser(request)


REFUSALS = (401, 403, 404, 409, 413, 422, 429, 503)
"""With which any operation may be refused; each is answered with a Problem."""


class PermittedRouter(Router):
    """A router whose operations cannot be made without a permission."""

    def api_operation(  # type: ignore[override]
        self,
        methods: list[str],
        path: str,
        *,
        permission: Permission,
        audit: AuditAction | None = None,
        **options: Any,
    ) -> Callable[[Callable[..., Any]], Callable[..., Any]]:
        """As Ninja's, with the permission looked at before the operation runs, and what it did in the audit afterwards."""

        def decorate(view: Callable[..., Any]) -> Callable[..., Any]:
            def done(request: Asking, *args: Any, **address: Any) -> Any:
                answer = view(request, *args, **address)
                _record(request, permission, audit, view.__name__, address)
                return answer

            @wraps(view)
            def permitted(request: Asking, *args: Any, **address: Any) -> Any:
                if permission.by_secret:
                    permission.check(request, address)
                with _language(request, permission):
                    if permission.changes is None or methods == ["GET"]:
                        return done(request, *args, **address)

                    def act() -> Any:
                        permission.count(request)
                        return done(request, *args, **address)

                    return in_transaction(act)

            permitted.permission = permission  # type: ignore[attr-defined]
            permitted.audit = audit  # type: ignore[attr-defined]
            auth = None if permission.by_secret else _Session(permission)
            given = options.pop("response", None)
            answers = given if isinstance(given, dict) else {200: given}
            answers = {**answers, frozenset(REFUSALS): Problem}
            make = super(PermittedRouter, self).api_operation(
                methods, path, auth=auth, by_alias=True, response=answers, **options
            )
            make(permitted)
            return view

        return decorate

    def get(self, path: str, *, permission: Permission, **options: Any) -> Any:  # type: ignore[override]
        return self.api_operation(["GET"], path, permission=permission, **options)

    def post(self, path: str, *, permission: Permission, **options: Any) -> Any:  # type: ignore[override]
        return self.api_operation(["POST"], path, permission=permission, **options)

    def put(self, path: str, *, permission: Permission, **options: Any) -> Any:  # type: ignore[override]
        return self.api_operation(["PUT"], path, permission=permission, **options)

    def patch(self, path: str, *, permission: Permission, **options: Any) -> Any:  # type: ignore[override]
        return self.api_operation(["PATCH"], path, permission=permission, **options)

    def delete(self, path: str, *, permission: Permission, **options: Any) -> Any:  # type: ignore[override]
        return self.api_operation(["DELETE"], path, permission=permission, **options)
