"""Drafts from a file: begun by loading one, looked at, answered, applied once, and taken back within thirty days."""

import logging
from collections.abc import Mapping
from contextlib import suppress
from dataclasses import dataclass
from typing import Any

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone
from exchange.columns import FIELDS, Columns, heads_key, propose, read_pairing
from exchange.tables import Limits, Table, check_size, read_pasted, read_table
from school import worker_queue
from school.acts import UNDOABLE_FOR
from school.lease import LeaseLost, end, refuse_spent, take
from school.models import Person, School, SchoolYear
from school.refusal import NotYours, Refused

from people.applying import Undo, apply, take_back
from people.changes import Change, Draft, changes_of
from people.models import DraftState, FileDraft, KeptPairing
from people.oneroster_file import is_oneroster, read_oneroster, unpack
from people.oneroster_rest import fetch
from people.progress import Progress
from people.reading import Said, read_list
from people.registers import find_register

logger = logging.getLogger(__name__)
LIMITS = Limits(megabytes=10, lines=20_001, what="a list of people")
"""So many people, under a line of heads."""
AT_ONCE = 300
"""How many lines are applied while one waits for the answer: some seconds at most."""
READ_AT_ONCE = 500_000
"""A file of so many bytes is read while one waits for the answer."""
TASK = "people.drafts"
"""The task that reads and applies drafts that wait for it."""
NOT_READ = "It could not be read, and nothing is changed. Load it again; if that does not help, tell whoever runs Hoarfrost here."
NOT_APPLIED = "It could not be applied, and nothing is changed. Apply it again; if that does not help, tell whoever runs Hoarfrost here."
_LONGEST = 120
LIST = ""
"""Under which name the table of a list is kept."""
_TYPED = "number "
"""How an answer begins that gives a line its number."""


@dataclass(frozen=True)
class _Read:
    """How a file was read: in words, its tables by name, and of a list which line has the heads and what the columns are."""

    told: str
    tables: Mapping[str, Any]
    columns: Mapping[str, Any]


def begin_file(
    school: School, year: SchoolYear, person: Person, name: str, content: bytes, *, at_once: bool = False
) -> FileDraft:
    """Begin a draft from a file. One that is large is read by a worker, unless it is wanted `at_once`.

    Raises Refused where it cannot be read; nothing is kept then.
    """
    check_size(name, len(content), LIMITS)
    if at_once or len(content) <= READ_AT_ONCE:
        return _keep(school, year, person, name, _read(school, name, content))
    draft = _begin(school, year, person, name, state=DraftState.UNREAD, content=content)
    transaction.on_commit(lambda: worker_queue.wake(TASK))
    return draft


def begin_from_register(school: School, year: SchoolYear, person: Person) -> FileDraft:
    """Begin a draft from what the register says now. Raises Refused where there is none, or it does not answer."""
    tables, told = fetch(find_register(school))
    return _keep(school, year, person, "the register", _Read(told, tables, {}))


def begin_pasted(school: School, year: SchoolYear, person: Person, text: str) -> FileDraft:
    """Begin a draft from a pasted table."""
    name = "the pasted list"
    return _keep(school, year, person, name, _read_rows(school, name, read_pasted(text)))


def _read(school: School, name: str, content: bytes) -> _Read:
    if is_oneroster(name):
        tables, told = unpack(name, content, LIMITS)
        read_oneroster(tables, school.today())
        return _Read(told, tables, {})
    return _read_rows(school, name, read_table(name, content, LIMITS))


def _read_rows(school: School, name: str, table: Table) -> _Read:
    if not any(any(each.strip() for each in row) for row in table.rows):
        raise Refused(f"{name} is empty.", "file")
    columns = propose(table.rows)
    fields, told = {str(place): field for place, field in columns.fields.items()}, table.told
    if columns.head is not None:
        kept = KeptPairing.objects.filter(school=school, heads=heads_key(table.rows[columns.head])).first()
        fields = kept.columns if kept else fields
        told += f"; {'the first line' if columns.head == 0 else f'line {columns.head + 1}'} names the columns"
    return _Read(told, {LIST: table.rows}, {"head": columns.head, "fields": fields})


def _keep(school: School, year: SchoolYear, person: Person, name: str, read: _Read) -> FileDraft:
    draft = _begin(school, year, person, name, **_read_fields(read))
    draft.silence = _silence(draft)
    draft.save(update_fields=["silence"])
    return draft


def _begin(school: School, year: SchoolYear, person: Person, name: str, **fields: Any) -> FileDraft:
    """One draft stands at a time: another file takes its place."""
    _refuse_under_way(school)
    standing(school).delete()
    given = {"tables": {}, "at": school.now(), **fields}
    return FileDraft.objects.create(school=school, year=year, person=person, name=_short(name), **given)


def _short(name: str) -> str:
    """A file's name as far as it is kept: with its ending, by which it is read."""
    return name if len(name) <= _LONGEST else f"{name[: _LONGEST - 20]}…{name[-19:]}"


def _read_fields(read: _Read) -> dict[str, Any]:
    return {"told": read.told[:200], "tables": read.tables, "columns": read.columns}


def _silence(draft: FileDraft) -> str:
    """Where more would leave than the file names, it is no whole roster, and its silence is taken for nothing unless the officer says
    otherwise.
    """
    found = compute(draft)
    return "stay" if found.counts()["leave"] > found.known else "leave"


def read_waiting() -> int:
    """Read every file that waits for a worker, one after another. Gives how many were taken up."""
    taken = 0
    while (draft := take(FileDraft.objects.all(), DraftState.UNREAD, DraftState.READING)) is not None:
        _read_taken(draft)
        taken += 1
    return taken


def _read_taken(draft: FileDraft) -> None:
    """Read a file under its lease; why it cannot be is said where the draft stands."""
    try:
        refuse_spent(draft)
        read = _read_fields(_read(draft.school, draft.name, bytes(draft.content or b"")))
        for field, value in read.items():
            setattr(draft, field, value)
        end(draft, state=DraftState.STANDING, content=None, silence=_silence(draft), **read)
    except LeaseLost:
        logger.warning("Draft %s is read by another worker, or was thrown away", draft.pk)
    except Exception as error:
        _give_up(draft, error, DraftState.REFUSED, NOT_READ)


def _give_up(draft: FileDraft, error: Exception, state: DraftState, otherwise: str) -> None:
    """Say where a draft stands why it could not be read or applied."""
    if not isinstance(error, Refused):
        logger.exception("Draft %s: given up", draft.pk, exc_info=error)
    with suppress(LeaseLost):
        end(
            draft, state=state, content=None, problem=(error.message if isinstance(error, Refused) else otherwise)[:300]
        )


def standing(school: School) -> QuerySet[FileDraft]:
    """The draft that stands, if any."""
    return FileDraft.objects.filter(school=school, applied_at=None)


def find_draft(school: School, draft: int) -> FileDraft:
    """A draft of the school, by number. Raises NotYours where there is none."""
    # What is not read yet is megabytes, and the worker's alone.
    rows = FileDraft.objects.select_related("school", "year").defer("content")
    found = rows.filter(school=school, pk=draft).first()
    if found is None:
        raise NotYours
    return found


def columns_of(draft: FileDraft) -> Columns:
    """What the columns of a list are."""
    return Columns(draft.columns["head"], {int(place): field for place, field in draft.columns["fields"].items()})


def said_by(draft: FileDraft) -> Said:
    """What a draft's file says, with the numbers that were typed for it."""
    if LIST not in draft.tables:
        return read_oneroster(draft.tables, draft.school.today())
    typed = {
        key.removeprefix("unread "): answer.removeprefix(_TYPED)
        for key, answer in draft.answers.items()
        if key.startswith("unread ") and answer.startswith(_TYPED)
    }
    return read_list(draft.tables[LIST], columns_of(draft), typed)


def compute(draft: FileDraft) -> Draft:
    """What a draft would change now."""
    return changes_of(draft.school, draft.year, said_by(draft), draft.answers, draft.silence)


def answer(draft: FileDraft, answers: Mapping[str, str]) -> None:
    """Answer lines: take one in or leave it out, say who somebody is, type a number."""
    _refuse_applied(draft)
    draft.answers = draft.answers | {key[:200]: value[:40] for key, value in answers.items()}
    draft.save(update_fields=["answers"])


def set_reading(draft: FileDraft, fields: Mapping[int, str] | None, silence: str | None) -> None:
    """Say what the columns are, and what it means not to be in the file. What was said of lines is forgotten where columns change."""
    _refuse_applied(draft)
    if fields is not None:
        paired = read_pairing(fields, FIELDS)
        draft.columns = draft.columns | {"fields": {str(place): field for place, field in paired.items()}}
        draft.answers = {}
    if silence is not None:
        draft.silence = silence
    draft.save(update_fields=["columns", "answers", "silence"])


def keep_pairing(draft: FileDraft) -> None:
    """Keep what a file's columns are for the next with the same heads."""
    head = draft.columns.get("head")
    if head is None:
        raise Refused(
            "This list has no line that names the columns; there is nothing to know it by next time.", "fields"
        )
    key = heads_key(draft.tables[LIST][head])
    KeptPairing.objects.update_or_create(school=draft.school, heads=key, defaults={"columns": draft.columns["fields"]})


@transaction.atomic
def apply_draft(draft: FileDraft, person: Person) -> list[Change]:
    """Apply the chosen lines in one transaction, once; gives them."""
    locked = FileDraft.objects.select_for_update().select_related("school", "year").get(pk=draft.pk)
    chosen = _chosen(locked)
    undo = apply(locked.school, locked.year, person, chosen)
    FileDraft.objects.filter(pk=locked.pk).update(**_applied(locked, undo))
    return chosen


@transaction.atomic
def ask_to_apply(draft: FileDraft, person: Person) -> tuple[int, bool]:
    """Apply the chosen lines: at once where they are few, else by a worker, so that nobody has to stay for it. Gives how many
    lines, and whether they wait for that.
    """
    locked = FileDraft.objects.select_for_update().select_related("school", "year").get(pk=draft.pk)
    chosen = len(_chosen(locked))
    if chosen <= AT_ONCE:
        return len(apply_draft(locked, person)), False
    FileDraft.objects.filter(pk=locked.pk).update(
        state=DraftState.WAITING, asked_by=person, total=chosen, done=0, attempts=0, problem=""
    )
    transaction.on_commit(lambda: worker_queue.wake(TASK))
    return chosen, True


def apply_waiting() -> int:
    """Apply every draft that waits for a worker, one after another. Gives how many were taken up."""
    taken = 0
    # Joined rows would be locked with it.
    while (draft := take(FileDraft.objects.all(), DraftState.WAITING, DraftState.APPLYING)) is not None:
        _apply_taken(draft)
        taken += 1
    return taken


def _apply_taken(draft: FileDraft) -> None:
    """Apply a draft under its lease; what cannot be is said where the draft stands."""
    assert draft.asked_by is not None
    progress = Progress(draft)
    try:
        refuse_spent(draft)
        with transaction.atomic():
            chosen = [each for each in compute(draft).changes if each.is_on]
            undo = apply(draft.school, draft.year, draft.asked_by, chosen, progress.step)
            end(draft, done=draft.total, **_applied(draft, undo))
    except LeaseLost:
        logger.warning("Draft %s is applied by another worker by now", draft.pk)
    except Exception as error:
        _give_up(draft, error, DraftState.STANDING, NOT_APPLIED)
    finally:
        progress.close()


def _chosen(draft: FileDraft) -> list[Change]:
    _refuse_applied(draft)
    chosen = [each for each in compute(draft).changes if each.is_on]
    if not chosen:
        raise Refused("No line is chosen; there is nothing to apply.")
    return chosen


def _applied(draft: FileDraft, undo: Undo) -> dict[str, Any]:
    """What becomes of a draft that is applied. What it was read from is personal, and has done its work."""
    return {"state": DraftState.APPLIED, "applied_at": draft.school.now(), "undo": undo, "tables": {}}


def throw_away(draft: FileDraft) -> None:
    """A draft is not wanted, whether it is read or not."""
    if draft.state not in (DraftState.UNREAD, DraftState.READING, DraftState.REFUSED):
        _refuse_applied(draft)
    draft.delete()


def _refuse_applied(draft: FileDraft) -> None:
    if draft.state == DraftState.APPLIED:
        raise Refused(f"{draft.name} was applied already.")
    if draft.state != DraftState.STANDING:
        raise Refused(f"{draft.name} is being {_doing(draft)}. Wait until that is done.")


def _refuse_under_way(school: School) -> None:
    if under_way := standing(school).exclude(state__in=(DraftState.STANDING, DraftState.REFUSED)).first():
        raise Refused(f"{under_way.name} is being {_doing(under_way)}. Load another file once that is done.")


def _doing(draft: FileDraft) -> str:
    return "applied" if draft.state in (DraftState.WAITING, DraftState.APPLYING) else "read"


def tidy() -> int:
    """Forget what no file needs any more: drafts that nobody applied, and what would take back one that is too old for it.

    Gives how many files.
    """
    old = timezone.now() - UNDOABLE_FOR
    thrown, _ = FileDraft.objects.filter(applied_at=None, at__lt=old).delete()
    return thrown + FileDraft.objects.filter(applied_at__lt=old).exclude(undo=[]).update(undo=[], answers={})


def last_applied(school: School) -> FileDraft | None:
    """The file that can be taken back: the last one applied, within thirty days, unless it was taken back."""
    since = school.now() - UNDOABLE_FOR
    applied = FileDraft.objects.filter(school=school, applied_at__gte=since).order_by("-applied_at")
    found = applied.defer("tables", "answers", "undo").first()  # megabytes, and School's head asks for the name alone
    return found if found is not None and found.undone_at is None else None


@transaction.atomic
def undo_draft(school: School) -> tuple[str, list[str]]:
    """Take back the last file that was applied; gives its name, and words on what stays."""
    draft = last_applied(school)
    if draft is None:
        raise Refused("No file was applied within the last thirty days that could be taken back.")
    draft.undone_at = school.now()
    kept = take_back(school, draft.undo)
    draft.save(update_fields=["undone_at"])
    return draft.name, kept
