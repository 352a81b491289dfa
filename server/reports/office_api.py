"""The records officer's operations over HTTP."""

from typing import Any

from ninja import Status
from plans.schemas import WordsOut
from school import settings, windows, years
from school.access import Asking, PermittedRouter
from school.models import AuditAction, SchoolClass
from school.refusal import Refused

from reports import bank, documents, office_changes, standards
from reports.card_schemas import DocumentOut, WantedIn
from reports.checks import KINDS
from reports.desk_schemas import SentenceIn, SentenceOut
from reports.office import office, reminders, school_of, standing_of_classes, term_in
from reports.office_schemas import (
    NumberOut,
    OfficeClassOut,
    OfficeOut,
    ReopenIn,
    SchoolIn,
    SchoolStandards,
    SchoolTermIn,
    TouchedOut,
    WindowIn,
    YearIn,
)
from reports.permissions import CHANGE_OFFICE, SEE_OFFICE

router = PermittedRouter(tags=["office"])


@router.get("/office", permission=SEE_OFFICE, response=OfficeOut)
def see(request: Asking, year: int | None = None) -> Any:
    """A year with its terms and windows, and what the school set."""
    school = school_of(request.user)
    return office(school, years.year_of(school, year))


@router.put("/office", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response={204: None})
def set_school(request: Asking, body: SchoolIn) -> Any:
    """Set what report cards look like, marks outside the scale, and words for effort."""
    settings.set_school(school_of(request.user), body.model_dump())
    return Status(204, None)


@router.put("/office/standards", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response=TouchedOut)
def set_standards(request: Asking, body: SchoolStandards, dry_run: bool = False) -> Any:
    """Set the school's standards and levels, or only tell what that would do to classes."""
    school = school_of(request.user)
    touched = office_changes.change(
        school, request.user, "the standards were changed",
        lambda: standards.set_standards(school, body.model_dump()), dry_run=dry_run,
    )  # fmt: skip
    return TouchedOut(words=touched)


@router.post("/office/undo", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response=WordsOut)
def undo(request: Asking) -> Any:
    """Take back the last change that touched classes."""
    return WordsOut(words=[office_changes.take_back(school_of(request.user))])


@router.put("/office/years", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response=NumberOut)
def set_year(request: Asking, body: YearIn) -> Any:
    """Make or change a school year."""
    return {"id": years.set_year(school_of(request.user), body.name, body.starts, body.ends, body.id).pk}


@router.delete("/office/years/{year}", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response={204: None})
def remove_year(request: Asking, year: int) -> Any:
    """Take away a year that holds no class."""
    years.remove_year(years.year_of(school_of(request.user), year))
    return Status(204, None)


@router.post("/office/years/{year}/terms", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response=NumberOut)
def add_term(request: Asking, year: int, body: SchoolTermIn) -> Any:
    """Add a term to a year."""
    return {"id": years.set_term(years.year_of(school_of(request.user), year), None, body.model_dump()).pk}


@router.put("/office/terms/{term}", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response=TouchedOut)
def set_term(request: Asking, term: int, body: SchoolTermIn, dry_run: bool = False) -> Any:
    """Change a term's name and days, or only tell what that would do to classes."""
    school = school_of(request.user)
    row = term_in(school, term)
    touched = office_changes.change(
        school, request.user, f"{row.name} was changed",
        lambda: years.set_term(row.year, row, body.model_dump()), dry_run=dry_run,
    )  # fmt: skip
    return TouchedOut(words=touched)


@router.delete("/office/terms/{term}", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response={204: None})
def remove_term(request: Asking, term: int) -> Any:
    """Take a term away that nothing hangs on."""
    years.remove_term(term_in(school_of(request.user), term))
    return Status(204, None)


@router.put("/office/terms/{term}/window", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response={204: None})
def set_window(request: Asking, term: int, body: WindowIn) -> Any:
    """Set a term's reporting window."""
    windows.set_window(term_in(school_of(request.user), term), body.model_dump(), KINDS)
    return Status(204, None)


@router.post("/office/terms/{term}/reopen", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response={204: None})
def reopen(request: Asking, term: int, body: ReopenIn) -> Any:
    """Open a closed window again."""
    school = school_of(request.user)
    windows.reopen(school, request.user, term_in(school, term), body.teacher, body.until, body.reason)
    return Status(204, None)


@router.delete(
    "/office/reopenings/{reopening}", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response={204: None}
)
def end_reopening(request: Asking, reopening: int) -> Any:
    """End a reopening before its day."""
    windows.end_reopening(school_of(request.user), reopening)
    return Status(204, None)


@router.get("/office/terms/{term}/classes", permission=SEE_OFFICE, response=list[OfficeClassOut])
def classes(request: Asking, term: int) -> Any:
    """How far each class is with a term."""
    row = term_in(school_of(request.user), term)
    return standing_of_classes(row.year, row)


@router.get("/office/terms/{term}/reminders.csv", permission=SEE_OFFICE, audit=AuditAction.EXPORTED)
def reminder_list(request: Asking, term: int) -> Any:
    """Who has to be reminded."""
    row = term_in(school_of(request.user), term)
    return documents.as_file(reminders(row.year, row), f"Reminders {row.name}.csv")


@router.post(
    "/office/terms/{term}/documents", permission=CHANGE_OFFICE, audit=AuditAction.PRINTED, response=DocumentOut
)
def make_cards(request: Asking, term: int, body: WantedIn) -> Any:
    """Report cards over all subjects: of the students named, or of everybody."""
    school = school_of(request.user)
    row = term_in(school, term)
    if body.kind != "cards":
        raise Refused("The records office makes report cards; sheets are made from a class.", "kind")
    everybody = documents.students_of(
        list(SchoolClass.objects.filter(year=row.year).values_list("id", flat=True)), school.today()
    )
    body.students = [each for each in everybody if each in set(body.students)] if body.students else everybody
    name = f"Report cards, {row.name}.{'zip' if body.packed else 'pdf'}"
    return documents.ask_for(request.user, school, name, row, body, school_class=None, classes=None)


@router.get("/office/bank", permission=SEE_OFFICE, response=list[SentenceOut])
def see_bank(request: Asking) -> Any:
    """The school's comment bank."""
    return [each for each in bank.sentences_for(request.user, school_of(request.user), None) if not each.is_own]


@router.put("/office/bank", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response={204: None})
def keep_sentence(request: Asking, body: SentenceIn) -> Any:
    """Make or change a sentence of the school's bank."""
    bank.keep(request.user, school_of(request.user), body.id, body.purpose, body.text, for_school=True)
    return Status(204, None)


@router.delete("/office/bank/{sentence}", permission=CHANGE_OFFICE, audit=AuditAction.SETTINGS, response={204: None})
def remove_sentence(request: Asking, sentence: int) -> Any:
    """Take a sentence out of the school's bank."""
    bank.remove(request.user, school_of(request.user), sentence, for_school=True)
    return Status(204, None)
