"""Files over HTTP."""

import uuid
from collections.abc import Mapping
from typing import Any, Literal

from django.http import HttpResponse
from gradecore.numbers import decimal_text
from ninja import File, UploadedFile
from plans.consequence_schemas import ConsequenceOut
from plans.loading import load_plan
from school.access import Asking, PermittedRouter
from school.models import AuditAction, Student, Term
from school.refusal import Refused
from scores.book import LoadedClass, load_class, term_of
from scores.class_cache import as_it_is, cached_class
from scores.permissions import ENTER_SCORES, SEE_SCORES
from xlsxwriter.utility import xl_col_to_name

from exchange.csv_file import as_csv
from exchange.download import as_file
from exchange.gradebook import gradebook_text
from exchange.gradebook_table import gradebook_table
from exchange.opening import open_gradebook, pair, read_gradebook, try_to_open
from exchange.permissions import OPEN_GRADEBOOK, SAVE_CLASS, TAKE_SCORES
from exchange.schemas import (
    OpenedGradebookOut,
    OpenGradebookIn,
    PairedOut,
    ScoreCellOut,
    ScoreColumnOut,
    ScoreFileOut,
    ScoresTakenOut,
    ScoreTableIn,
    TakeScoresIn,
    UnknownWordOut,
)
from exchange.score_file.reading import Choices, ScoreFile, read_scores
from exchange.score_file.sheet import HEADS, Naming, Wanted, as_texts, score_rows
from exchange.score_file.taking import take, would
from exchange.sheet_file import as_workbook
from exchange.table_schemas import AskedLineOut, ChoosableOut, FileTableOut
from exchange.tables import Limits, decoded, read_table, read_upload
from exchange.workbook.naming import with_names
from exchange.workbook.writing import write_workbook

router = PermittedRouter(tags=["exchange"])

SCORES = Limits(megabytes=2, lines=2_000, columns=500, what="a file of scores")


@router.get("/classes/{class_id}/gradebook.json", permission=SAVE_CLASS, audit=AuditAction.EXPORTED)
def save(request: Asking, class_id: int, naming: Literal["numbers", "names", "aliases"] = "numbers") -> HttpResponse:
    """The class as an open gradebook file, which `hoarfrost compute` reads: with numbers, names or aliases for students and work."""
    text = gradebook_text(load_class(request.school_class), naming)
    return as_file(text.encode(), f"{request.school_class} gradebook.json")


@router.post("/classes/{class_id}/gradebook-file", permission=OPEN_GRADEBOOK, response=OpenedGradebookOut)
def open_file(request: Asking, class_id: int, body: OpenGradebookIn) -> Any:
    """Open a gradebook file over a class that has no plan yet, or only try to."""
    now = as_it_is(request.school_class)
    book = read_gradebook(body.text)
    pairing = pair(now, book, body.students, body.terms)
    found = (try_to_open if body.dry_run else open_gradebook)(now, request.user, book, pairing)
    plan = load_plan(now)
    return OpenedGradebookOut(
        categories=found.categories,
        works=found.works,
        scores=found.scores,
        overrides=found.overrides,
        left=found.left,
        unlike=found.unlike,
        students=_paired(pairing.students),
        terms=_paired(pairing.terms),
        roster=ChoosableOut.students(plan.students),
        class_terms=[ChoosableOut(id=each.pk, name=each.name) for each in plan.terms],
    )


def _paired(found: Mapping[str, Student | None] | Mapping[str, Term | None]) -> list[PairedOut]:
    return [PairedOut(name=name, id=None if each is None else each.pk) for name, each in found.items()]


@router.get("/classes/{class_id}/workbook.xlsx", permission=SAVE_CLASS, audit=AuditAction.EXPORTED)
def save_workbook(request: Asking, class_id: int, aliases: bool = False) -> HttpResponse:
    """The class as a workbook that keeps calculating, with names or aliases."""
    book = with_names(load_class(request.school_class), aliases=aliases)
    return as_file(write_workbook(book), f"{request.school_class} workbook.xlsx")


@router.get("/classes/{class_id}/scores.{ending}", permission=SAVE_CLASS, audit=AuditAction.EXPORTED)
def save_scores(
    request: Asking,
    class_id: int,
    ending: str,
    term: int | None = None,
    naming: Naming = "number",
    comments: bool = False,
    students: str = "",
    works: str = "",
) -> HttpResponse:
    """Scores as CSV or a workbook: of a term or the whole class, or of the students and work that are named, in their order."""
    loaded = cached_class(request.school_class)
    place = None if term is None else term_of(loaded, term)
    wanted = Wanted(naming, comments, _numbers(students), _numbers(works), place)
    rows = score_rows(loaded, wanted)
    title = " ".join(filter(None, [str(request.school_class), place.name if place else "", "scores"]))
    if ending == "csv":
        return as_file(as_csv(as_texts(rows)), f"{title}.csv")
    if ending == "xlsx":
        return as_file(as_workbook(rows, title, fixed=len(HEADS[naming])), f"{title}.xlsx")
    raise Refused("Scores are saved as csv or xlsx.", "ending")


@router.get("/classes/{class_id}/scores-table", permission=SEE_SCORES, response=FileTableOut)
def see_score_table(
    request: Asking, class_id: int, term: int | None = None, naming: Naming = "number", comments: bool = False
) -> Any:
    """What a file of scores would hold, to be looked at before it is saved."""
    loaded = cached_class(request.school_class)
    rows = score_rows(loaded, Wanted(naming, comments, term=None if term is None else term_of(loaded, term)))
    return FileTableOut(told=f"{len(rows)} lines", rows=as_texts(rows))


def _numbers(text: str) -> list[int] | None:
    if not text:
        return None
    try:
        return [int(each) for each in text.split(",")]
    except ValueError:
        raise Refused("Students and work are named by their numbers, with commas between.", "students") from None


@router.post("/classes/{class_id}/scores-table", permission=ENTER_SCORES, response=FileTableOut)
def read_score_table(request: Asking, class_id: int, file: File[UploadedFile]) -> Any:
    """A file of scores as a table of text. Nothing is changed by it."""
    # The workbook that keeps calculating has its scores on a sheet of this name.
    name, content = read_upload(file, SCORES)
    if name.casefold().endswith(".json"):
        book = read_gradebook(decoded(name, content)[0])
        table = gradebook_table(book, cached_class(request.school_class))
    else:
        table = read_table(name, content, SCORES, "Scores")
    return FileTableOut.of(table)


@router.post("/classes/{class_id}/scores-file", permission=ENTER_SCORES, response=ScoreFileOut)
def look_at_scores(request: Asking, class_id: int, body: ScoreTableIn) -> Any:
    """What a table of scores would change, with what was chosen about it. Nothing is changed by asking."""
    loaded = load_class(request.school_class)
    term = term_of(loaded, body.term)
    file = read_scores(body.rows, loaded, term, Choices(**body.choices.model_dump()))
    moved = would(request.school_class, request.user, loaded, term, file) if file.taken else None
    return _shown(loaded, file, body.told, moved)


@router.post("/classes/{class_id}/scores-file/take", permission=TAKE_SCORES, response=ScoresTakenOut)
def take_scores(request: Asking, class_id: int, body: TakeScoresIn) -> Any:
    """Take what was chosen of a table of scores, as one act."""
    now = as_it_is(request.school_class)
    loaded = load_class(now)
    file = read_scores(body.rows, loaded, term_of(loaded, body.term), Choices(**body.choices.model_dump()))
    try:
        number = uuid.UUID(body.request)
    except ValueError:
        raise Refused("The number of what is sent is none.", "request") from None
    taken = take(now, request.user, number, file, body.seen, body.name)
    return ScoresTakenOut(cells=taken.cells, works=taken.works, left=taken.left)


def _shown(loaded: LoadedClass, file: ScoreFile, told: str, moved: ConsequenceOut | None) -> ScoreFileOut:
    plan = loaded.plan
    return ScoreFileOut(
        told=told,
        head_line=file.heads.line + 1,
        seen=plan.school_class.revision.scores,
        students=file.students,
        same=file.same,
        columns=[
            ScoreColumnOut(
                place=each.place,
                letters=xl_col_to_name(each.place),
                head=each.head,
                kind=each.kind,
                work=each.work,
                name=each.name,
                points=None if each.points is None else decimal_text(each.points),
                category=each.category,
                term=each.term,
                meant_in=each.meant_in,
                words=each.words,
            )
            for each in file.heads.columns
        ],
        asked=[AskedLineOut.of(each) for each in file.asked],
        unknown=[UnknownWordOut(text=text, count=count) for text, count in file.unknown.most_common()],
        cells=[
            ScoreCellOut(
                key=each.key,
                place=each.place,
                student=str(each.student),
                kind=each.kind,
                before=each.before,
                text=each.text,
                words=each.words,
                is_slip=each.is_slip,
                is_taken=file.takes(each),
            )
            for each in file.cells
        ],
        would=moved,
        roster=ChoosableOut.students(plan.students),
        works=[ChoosableOut(id=each.pk, name=each.name) for each in plan.assignments],
        categories=[ChoosableOut(id=each.pk, name=each.name) for each in plan.categories],
        terms=[ChoosableOut(id=each.pk, name=each.name) for each in plan.terms if not each.is_made_of_terms],
        codes=[each.code for each in plan.codes],
    )
