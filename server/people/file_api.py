"""Drafts from a file, over HTTP: loaded, looked at, answered, applied, taken back; and everything as a file."""

from typing import Annotated, Any

from exchange.columns import FIELDS
from exchange.download import as_file
from exchange.table_schemas import PairedColumnOut
from exchange.tables import read_upload
from ninja import File, Status, UploadedFile
from pydantic import Field
from school.access import Asking, PermittedRouter
from school.models import AuditAction
from school.schemas import written
from school.years import year_of

from people import drafts
from people.changes import Change, Draft
from people.changes import Kind as ChangeKind
from people.file_schemas import AnswersIn, AskOut, FileAppliedOut, FileChangeOut, FileDraftOut, PastedIn, ReadingIn
from people.models import DraftState, FileDraft
from people.oneroster_file import write_oneroster
from people.permissions import CHANGE_PEOPLE, SEE_PEOPLE
from people.schemas import IdOut

router = PermittedRouter(tags=["people"])
LISTED = 200
"""So many lines of a draft are listed unless more are asked for."""


@router.post(
    "/schools/{school_id}/years/{year}/drafts/file", response=IdOut, permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE
)
def load_file(request: Asking, school_id: int, year: int, file: File[UploadedFile]) -> Any:
    """Begin a draft from a file: a list of students, or a OneRoster zip. Nothing is changed by it."""
    name, content = read_upload(file, drafts.LIMITS)
    return {"id": drafts.begin_file(request.school, year_of(request.school, year), request.user, name, content).pk}


@router.post(
    "/schools/{school_id}/years/{year}/drafts", response=IdOut, permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE
)
def load_pasted(request: Asking, school_id: int, year: int, body: PastedIn) -> Any:
    """Begin a draft from a pasted table."""
    return {"id": drafts.begin_pasted(request.school, year_of(request.school, year), request.user, body.text).pk}


@router.get("/schools/{school_id}/drafts/{draft}", permission=SEE_PEOPLE, response=FileDraftOut)
def see_draft(
    request: Asking,
    school_id: int,
    draft: int,
    kind: ChangeKind | None = None,
    most: Annotated[int, Field(ge=1)] = LISTED,
) -> Any:
    """What a file would change now."""
    return written(_out(drafts.find_draft(request.school, draft), kind, most))


@router.patch(
    "/schools/{school_id}/drafts/{draft}", response={204: None}, permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE
)
def read_otherwise(request: Asking, school_id: int, draft: int, body: ReadingIn) -> Any:
    """Say what the columns are, and what the file's silence means."""
    row = drafts.find_draft(request.school, draft)
    drafts.set_reading(row, body.fields, body.silence)
    if body.keep:
        drafts.keep_pairing(row)
    return Status(204, None)


@router.put(
    "/schools/{school_id}/drafts/{draft}/answers",
    response={204: None},
    permission=CHANGE_PEOPLE,
    audit=AuditAction.PEOPLE,
)
def answer(request: Asking, school_id: int, draft: int, body: AnswersIn) -> Any:
    """Answer lines: take in, leave out, say who somebody is."""
    drafts.answer(drafts.find_draft(request.school, draft), body.answers)
    return Status(204, None)


@router.post(
    "/schools/{school_id}/drafts/{draft}/apply",
    response=FileAppliedOut,
    permission=CHANGE_PEOPLE,
    audit=AuditAction.PEOPLE,
)
def apply(request: Asking, school_id: int, draft: int) -> Any:
    """Apply the chosen lines, once: at once where they are few, else in the background."""
    row = drafts.find_draft(request.school, draft)
    lines, waits = drafts.ask_to_apply(row, request.user)
    words = f"{lines} changes from {row.name} are {'being ' if waits else ''}made."
    return FileAppliedOut(words=words, kept=[], is_waiting=waits)


@router.delete(
    "/schools/{school_id}/drafts/{draft}", response={204: None}, permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE
)
def throw_away(request: Asking, school_id: int, draft: int) -> Any:
    """Throw a draft away; nothing was changed by it."""
    drafts.throw_away(drafts.find_draft(request.school, draft))
    return Status(204, None)


@router.post(
    "/schools/{school_id}/last-file/undo", response=FileAppliedOut, permission=CHANGE_PEOPLE, audit=AuditAction.PEOPLE
)
def undo(request: Asking, school_id: int) -> Any:
    """Take back the last file that was applied, but for what hangs together with what was entered since."""
    name, kept = drafts.undo_draft(request.school)
    return FileAppliedOut(words=f"What {name} changed is taken back.", kept=kept)


@router.get("/schools/{school_id}/oneroster.zip", permission=SEE_PEOPLE, audit=AuditAction.EXPORTED)
def export(request: Asking, school_id: int) -> Any:
    """Everybody and everything of the present year, as OneRoster CSV."""
    return as_file(write_oneroster(request.school), "OneRoster.zip")


def _out(draft: FileDraft, kind: ChangeKind | None, most: int) -> FileDraftOut:
    """A draft that is not to be looked at any more tells how far it is, and nothing is compared anew for that."""
    is_standing = draft.state == DraftState.STANDING
    found = drafts.compute(draft) if is_standing else Draft([], 0, 0)
    listed = [each for each in found.changes if kind in (None, each.kind)][:most]
    return FileDraftOut.model_construct(
        id=draft.pk,
        state=DraftState(draft.state),
        done=draft.done,
        total=draft.total,
        problem=draft.problem,
        name=draft.name,
        told=draft.told,
        year=draft.year.name,
        columns=_columns(draft) if is_standing else [],
        fields=dict(FIELDS),
        silence=draft.silence,
        asks_silence=found.tells_rosters,
        changes=[_change(each) for each in listed],
        same=found.same,
        counts=dict(found.counts()),
        chosen=sum(each.is_on for each in found.changes),
    )


def _columns(draft: FileDraft) -> list[PairedColumnOut]:
    rows = draft.tables.get(drafts.LIST)
    if rows is None:
        return []
    return PairedColumnOut.all_of(rows, drafts.columns_of(draft))


def _change(change: Change) -> FileChangeOut:
    return FileChangeOut.model_construct(
        key=change.key,
        kind=change.kind,
        line=change.line,
        family_name=change.family_name,
        given_name=change.given_name,
        number=change.number,
        was=change.was,
        becomes=change.becomes,
        note=change.note,
        asks=[AskOut.model_construct(answer=each.answer, words=each.words) for each in change.asks],
        is_on=change.is_on,
    )
