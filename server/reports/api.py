"""Reports and how classes stand, over HTTP."""

from typing import Any

from django.http import HttpResponse
from exchange.csv_file import as_csv
from exchange.download import as_file
from exchange.sheet_file import as_workbook
from exchange.table_schemas import FileTableOut
from exchange.tables import read_table, read_upload
from ninja import File, Status, UploadedFile
from school import windows
from school.access import Asking, PermittedRouter
from school.models import AuditAction, SchoolClass, Student, Term
from school.own_classes import own_classes
from school.permissions import SEE_CLASS, SEE_OWN
from school.refusal import NotYours, Refused
from school.session import chosen_school
from scores import overriding
from scores.book import LoadedClass, student_of, term_of
from scores.class_cache import cached_class
from scores.overriding import OverrideGiven

from reports import bank, commenting, documents, efforts, override_file, posting
from reports.card_schemas import DocumentOut, WantedIn
from reports.checks import standards_of
from reports.desk_schemas import (
    AlikeIn,
    AlikeOut,
    CommentIn,
    CommentOut,
    EvidenceOut,
    FavouriteIn,
    HistoryOut,
    SentenceIn,
    SentenceOut,
    StudentPageOut,
)
from reports.evidence import evidence_of, own_values
from reports.history import history_of
from reports.models import Document
from reports.permissions import POST, PRINT, SEE_REPORT, WRITE_REPORT
from reports.report import report as report_of
from reports.schemas import (
    ChangedOut,
    EffortsIn,
    OverrideFileOut,
    OverridesIn,
    OverrideTableIn,
    PostIn,
    PostOut,
    ReportOut,
    ShownIn,
    WithdrawIn,
)
from reports.standing import frame, today_page
from reports.standing_schemas import FrameOut, TodayOut
from reports.student_page import student_page

router = PermittedRouter(tags=["report"])


def _place(request: Asking, term: int | None, *, reporting: bool = False) -> tuple[LoadedClass, Term]:
    """The class of an operation and its term: where none is named, the running one, or the one being posted."""
    loaded = cached_class(request.school_class)
    found = term_of(loaded, term)
    if reporting and term is None:
        found = windows.term_offered(loaded.plan.terms, found, request.school_class.school.today())
    return loaded, found


def _student(request: Asking, term: int, student: int) -> tuple[LoadedClass, Term, Student]:
    loaded, place = _place(request, term)
    return loaded, place, student_of(loaded, student)


@router.get("/today", permission=SEE_OWN, response=TodayOut | None)
def today(request: Asking) -> Any:
    """The home page: the person's own classes and what needs them."""
    page = today_page(request.user, own_classes(request.user, chosen_school(request)))
    return None if page is None else HttpResponse(page, content_type="application/json")


@router.get("/classes/{class_id}/frame", permission=SEE_CLASS, response=FrameOut)
def class_frame(request: Asking, class_id: int, term: int | None = None, reporting: bool = False) -> Any:
    """A class's name, ribbon and trail; `reporting` for the place where terms are posted."""
    _, place = _place(request, term, reporting=reporting)
    return frame(request.school_class, place, request.user)


@router.get("/classes/{class_id}/students/{student}", permission=SEE_REPORT, response=StudentPageOut)
def one_student(request: Asking, class_id: int, student: int, term: int | None = None) -> Any:
    """All that a teacher has of one student in the class."""
    loaded, place = _place(request, term)
    return student_page(loaded, student_of(loaded, student), place)


@router.get("/classes/{class_id}/report", permission=SEE_REPORT, response=ReportOut)
def report(request: Asking, class_id: int, term: int | None = None) -> Any:
    """The report of a term: the one being posted, unless another is named."""
    _, place = _place(request, term, reporting=True)
    return HttpResponse(report_of(request.school_class, place, request.user), content_type="application/json")


@router.patch("/classes/{class_id}/report/{term}/overrides", permission=WRITE_REPORT, response=ChangedOut)
def override(request: Asking, class_id: int, term: int, body: OverridesIn) -> Any:
    """Put something in place of computed grades, or take it back; all of it or nothing."""
    loaded, place = _place(request, term)
    given = [
        OverrideGiven(student_of(loaded, each.student), each.percent, each.mark, each.reason) for each in body.entries
    ]
    return {"changed": overriding.override(request.school_class, request.user, place, given, sure=body.sure)}


@router.patch("/classes/{class_id}/report/{term}/efforts", permission=WRITE_REPORT, response=ChangedOut)
def effort(request: Asking, class_id: int, term: int, body: EffortsIn) -> Any:
    """Say students' effort."""
    loaded, place = _place(request, term)
    given = {student_of(loaded, student).pk: word for student, word in body.efforts.items()}
    return {"changed": efforts.effort(request.school_class, request.user, place, given)}


@router.get("/classes/{class_id}/report/{term}/overrides.{ending}", permission=SEE_REPORT, audit=AuditAction.EXPORTED)
def override_sheet(request: Asking, class_id: int, term: int, ending: str) -> Any:
    """The sheet of overrides to work on anywhere, as CSV or as a workbook."""
    loaded, place = _place(request, term)
    rows = override_file.sheet_rows(loaded, place)
    title = f"{request.school_class} {place.name} overrides"
    if ending == "csv":
        return as_file(as_csv(rows), f"{title}.csv")
    return as_file(as_workbook(rows, place.name), f"{title}.xlsx")


@router.post("/classes/{class_id}/report/{term}/overrides-table", permission=WRITE_REPORT, response=FileTableOut)
def read_override_table(request: Asking, class_id: int, term: int, file: File[UploadedFile]) -> Any:
    """A file of overrides as a table of text. Nothing is changed by it."""
    _place(request, term)
    table = read_table(*read_upload(file, override_file.LIMITS), override_file.LIMITS)
    return FileTableOut.of(table)


@router.post("/classes/{class_id}/report/{term}/overrides-file", permission=WRITE_REPORT, response=OverrideFileOut)
def look_at_overrides(request: Asking, class_id: int, term: int, body: OverrideTableIn) -> Any:
    """What a table of overrides would change, with what was chosen about it; nothing is changed by it."""
    loaded, place = _place(request, term)
    choices = override_file.Choices(**body.choices.model_dump())
    return override_file.read_overrides(loaded, place, body.told, body.rows, choices)


@router.get("/classes/{class_id}/report/{term}/{student}/evidence", permission=SEE_REPORT, response=EvidenceOut)
def evidence(request: Asking, class_id: int, term: int, student: int) -> Any:
    """What a student's term says, for the comment desk."""
    loaded, place, person = _student(request, term, student)
    return evidence_of(loaded, person, place)


@router.get("/classes/{class_id}/report/{term}/{student}/history", permission=SEE_REPORT, response=HistoryOut)
def history(request: Asking, class_id: int, term: int, student: int) -> Any:
    """The comment at each go, and every posting."""
    _, place, person = _student(request, term, student)
    return history_of(request.school_class, person, place)


@router.put("/classes/{class_id}/report/{term}/{student}/comment", permission=WRITE_REPORT, response=CommentOut)
def comment(request: Asking, class_id: int, term: int, student: int, body: CommentIn) -> Any:
    """Keep a comment and its narrative."""
    loaded, place, person = _student(request, term, student)
    return commenting.comment(
        request.school_class,
        request.user,
        person,
        place,
        body.text,
        body.version,
        is_ready=body.is_ready,
        narrative=body.narrative,
        by_standard=body.by_standard,
        standards=standards_of(loaded, place),
    )


@router.post("/classes/{class_id}/report/{term}/comments", permission=WRITE_REPORT, response=AlikeOut)
def begin_comments(request: Asking, class_id: int, term: int, body: AlikeIn) -> Any:
    """Give several students the same starting text, each with their own for the placeholders."""
    loaded, place = _place(request, term)
    chosen = [student_of(loaded, each) for each in dict.fromkeys(body.students)]
    students = [(each, own_values(loaded, each, place)) for each in chosen]
    kept = commenting.begin_alike(request.school_class, request.user, place, body.text, students)
    return {"begun": len(chosen) - len(kept), "kept": [str(each) for each in kept]}


@router.get("/classes/{class_id}/report/{term}/{student}/bank", permission=SEE_REPORT, response=list[SentenceOut])
def see_bank(request: Asking, class_id: int, term: int, student: int) -> Any:
    """The comment bank with a student's own in place of the placeholders."""
    loaded, place, person = _student(request, term, student)
    return bank.sentences_for(request.user, request.school_class.school, own_values(loaded, person, place))


@router.get("/classes/{class_id}/students/{student}/phrases", permission=SEE_REPORT, response=list[str])
def phrases(request: Asking, class_id: int, student: int) -> Any:
    """The bank's short phrases for the comment of a score."""
    enrolled = Student.objects.select_related("school").filter(
        enrolments__school_class=request.school_class, pk=student
    )
    found = enrolled.first()
    if found is None:
        raise NotYours
    return bank.short_feedback(request.user, found)


@router.post("/classes/{class_id}/bank", permission=WRITE_REPORT, response={204: None})
def add_sentence(request: Asking, class_id: int, body: SentenceIn) -> Any:
    """Put a sentence of one's own into the bank."""
    bank.keep(request.user, request.school_class.school, None, body.purpose, body.text, for_school=False)
    return Status(204, None)


@router.put("/classes/{class_id}/bank/{sentence}", permission=WRITE_REPORT, response={204: None})
def change_sentence(request: Asking, class_id: int, sentence: int, body: SentenceIn) -> Any:
    """Change a sentence of one's own."""
    bank.keep(request.user, request.school_class.school, sentence, body.purpose, body.text, for_school=False)
    return Status(204, None)


@router.delete("/classes/{class_id}/bank/{sentence}", permission=WRITE_REPORT, response={204: None})
def remove_sentence(request: Asking, class_id: int, sentence: int) -> Any:
    """Take a sentence of one's own out of the bank."""
    bank.remove(request.user, request.school_class.school, sentence, for_school=False)
    return Status(204, None)


@router.put("/classes/{class_id}/bank/{sentence}/favourite", permission=WRITE_REPORT, response={204: None})
def favour(request: Asking, class_id: int, sentence: int, body: FavouriteIn) -> Any:
    """Put a sentence among one's favourites, or take it from them."""
    bank.favour(request.user, request.school_class.school, sentence, is_favourite=body.is_favourite)
    return Status(204, None)


@router.post("/classes/{class_id}/report/post", permission=POST, audit=AuditAction.POSTED, response=PostOut)
def post(request: Asking, class_id: int, body: PostIn) -> Any:
    """Post grades."""
    place = term_of(cached_class(request.school_class), body.term)
    count = posting.post(request.school_class, request.user, place, body.request, body.students, body.term_name)
    return PostOut(posted=count)


@router.post(
    "/classes/{class_id}/report/{term}/{student}/withdraw",
    permission=POST,
    audit=AuditAction.POSTED,
    response={204: None},
)
def withdraw(request: Asking, class_id: int, term: int, student: int, body: WithdrawIn) -> Any:
    """Take a posted grade back."""
    _, place, person = _student(request, term, student)
    posting.withdraw(request.school_class, request.user, place, person, body.reason)
    return Status(204, None)


@router.patch(
    "/classes/{class_id}/report/{term}/families", permission=POST, audit=AuditAction.POSTED, response=ChangedOut
)
def show_families(request: Asking, class_id: int, term: int, body: ShownIn) -> Any:
    """Keep posted grades from families, or show them again."""
    loaded, place = _place(request, term)
    students = [student_of(loaded, each).pk for each in body.students]
    return {"changed": posting.keep_back(request.school_class, request.user, place, students, is_shown=body.is_shown)}


@router.post("/classes/{class_id}/documents", permission=PRINT, audit=AuditAction.PRINTED, response=DocumentOut)
def make_document(request: Asking, class_id: int, body: WantedIn) -> Any:
    """Report cards of the class's students over the subjects that one teaches, or a sheet of the class."""
    if body.kind == "gradebooks":
        raise Refused(
            "A class is saved as a gradebook file in Print and files; of a whole school an officer asks.", "kind"
        )
    loaded, place = _place(request, body.term, reporting=True)
    body.students = [student_of(loaded, each).pk for each in body.students]
    taught = SchoolClass.objects.filter(teachings__person=request.user, year=request.school_class.year_id)
    subjects = list(taught.values_list("id", flat=True)) if body.kind == "cards" else None
    name = documents.name_of(str(request.school_class), place, body)
    return documents.ask_for(
        request.user,
        request.school_class.school,
        name,
        place,
        body,
        school_class=request.school_class,
        classes=subjects,
    )


@router.get("/documents", permission=SEE_OWN, response=list[DocumentOut])
def own_documents(request: Asking) -> Any:
    """The documents that one asked for, the newest first."""
    return Document.objects.filter(person=request.user).select_related("school").order_by("-id")


@router.get("/documents/{document}", permission=SEE_OWN, response=DocumentOut)
def one_document(request: Asking, document: int) -> Any:
    """How far a document of one's own is."""
    return documents.own(request.user, document)


@router.get("/documents/{document}/file", permission=SEE_OWN, audit=AuditAction.EXPORTED)
def document_file(request: Asking, document: int) -> Any:
    """A document of one's own, once it is made."""
    found = documents.own(request.user, document)
    return as_file(documents.content_of(found), found.name)
