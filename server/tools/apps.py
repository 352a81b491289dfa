"""What tools let go of when others say so."""

from typing import Any

from django.apps import AppConfig


class ToolsConfig(AppConfig):
    """Hears of students who are erased."""

    name = "tools"

    def ready(self) -> None:
        from people.erasing import student_erased

        student_erased.connect(_forget, dispatch_uid="tools")


def _forget(sender: object, *, student: Any, **_: Any) -> None:
    """What a tool wrote about somebody goes; its number stays with the score."""
    from tools.models import ToolResult

    ToolResult.objects.filter(student=student).update(body={})
