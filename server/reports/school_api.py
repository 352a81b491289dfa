"""What the records officer does with years, reporting and what a school sets, over HTTP."""

import json
from typing import Any

from exchange.csv_file import as_csv
from exchange.download import as_file
from exchange.tables import read_upload
from ninja import File, Status, UploadedFile
from plans.schemas import WordsOut
from school import settings, windows, years
from school.access import Asking, PermittedRouter
from school.models import AuditAction, SchoolClass
from school.permissions import CHANGE_SCHOOL, SEE_SCHOOL
from school.refusal import Refused
from school.schemas import written
from school.years import year_of

from reports import bank, case, documents, logo, school_changes, standard_names, standards, standards_table
from reports.card_schemas import DocumentOut, WantedIn
from reports.checks import KINDS
from reports.desk_schemas import SentenceIn, SentenceOut
from reports.school_schemas import (
    ClassStandsOut,
    LogoOut,
    NumberOut,
    ReopenIn,
    SchoolIn,
    SchoolStandard,
    SchoolStandards,
    SchoolTermIn,
    SchoolYearOut,
    StandardNameIn,
    StandardsFileOut,
    TouchedOut,
    WindowIn,
    YearIn,
)
from reports.school_year import reminders, see_year, standing_of_classes, term_in

router = PermittedRouter(tags=["school"])


@router.get("/schools/{school_id}/year", permission=SEE_SCHOOL, response=SchoolYearOut)
def see(request: Asking, school_id: int, year: int | None = None) -> Any:
    """A year with its terms and windows, and what the school set."""
    school = request.school
    return see_year(school, years.year_of(school, year))


@router.put("/schools/{school_id}/cards", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response={204: None})
def set_school(request: Asking, school_id: int, body: SchoolIn) -> Any:
    """Set what report cards look like, marks outside the scale, and words for effort."""
    settings.set_school(request.school, body.model_dump())
    return Status(204, None)


@router.get("/schools/{school_id}/logo", permission=SEE_SCHOOL, response=LogoOut)
def see_logo(request: Asking, school_id: int) -> Any:
    """The logo on report cards."""
    return {"picture": logo.logo_of(request.school)}


@router.post("/schools/{school_id}/logo", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response={204: None})
def set_logo(request: Asking, school_id: int, file: File[UploadedFile]) -> Any:
    """Put a picture on report cards."""
    logo.set_logo(request.school, file.name or "The file", file.read(logo.MOST_BYTES + 1))
    return Status(204, None)


@router.delete("/schools/{school_id}/logo", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response={204: None})
def remove_logo(request: Asking, school_id: int) -> Any:
    """Report cards go without a logo."""
    logo.remove_logo(request.school)
    return Status(204, None)


@router.get("/schools/{school_id}/standards.json", permission=SEE_SCHOOL, audit=AuditAction.EXPORTED)
def save_standards(request: Asking, school_id: int) -> Any:
    """The school's standards as a CASE package."""
    text = json.dumps(case.package(request.school), ensure_ascii=False, indent=1)
    return as_file(text.encode(), f"Standards of {request.school}.json")


@router.get("/schools/{school_id}/standards.csv", permission=SEE_SCHOOL, audit=AuditAction.EXPORTED)
def save_standards_table(request: Asking, school_id: int) -> Any:
    """The school's standards as a table."""
    return as_file(as_csv(standards_table.rows_of(request.school)), f"Standards of {request.school}.csv")


@router.post("/schools/{school_id}/standards/file", permission=SEE_SCHOOL, response=StandardsFileOut)
def read_standards_file(request: Asking, school_id: int, file: File[UploadedFile]) -> Any:
    """What a table or a CASE package would make of the school's standards; nothing is changed by it."""
    name, content = read_upload(file, standards_table.LIMITS)
    if name.casefold().endswith(".json"):
        given = case.read_package(content.decode("utf-8-sig", errors="replace"))
    else:
        given = standards_table.read_standards_table(name, content)
    found, words = case.laid_over(request.school, given)
    now = standards.standards_out(request.school)
    return StandardsFileOut(
        standards=now.model_copy(update={"standards": [SchoolStandard(**each) for each in found]}), words=words
    )


@router.put("/schools/{school_id}/standards", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response=TouchedOut)
def set_standards(request: Asking, school_id: int, body: SchoolStandards, dry_run: bool = False) -> Any:
    """Set the school's standards and levels, or only tell what that would do to classes."""
    school, given = request.school, body.model_dump()
    archived = standards.archiving_words(school, given)
    touched = school_changes.change(
        school,
        request.user,
        "the standards were changed",
        lambda: standards.set_standards(school, given),
        dry_run=dry_run,
    )
    return TouchedOut(words=[*archived, *touched])


@router.post(
    "/schools/{school_id}/standards/rename", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response=TouchedOut
)
def rename_standard(request: Asking, school_id: int, body: StandardNameIn, dry_run: bool = False) -> Any:
    """Call a standard otherwise, or say that two are the same, with all that hangs on them; or only tell what that would do."""
    school = request.school
    touched = school_changes.change(
        school,
        request.user,
        "a standard was renamed",
        lambda: standard_names.rename(school, body.name, body.to, is_same=body.is_same, dry_run=dry_run),
        dry_run=dry_run,
        renamed={body.name: " ".join(body.to.split())},
    )
    return TouchedOut(words=[*touched, *(standard_names.posted_words(school, body.name) if dry_run else [])])


@router.post("/schools/{school_id}/undo", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response=WordsOut)
def undo(request: Asking, school_id: int) -> Any:
    """Take back the last change that touched classes."""
    return WordsOut(words=[school_changes.take_back(request.school)])


@router.post("/schools/{school_id}/years", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response=NumberOut)
def add_year(request: Asking, school_id: int, body: YearIn) -> Any:
    """Make a school year."""
    return {"id": years.set_year(request.school, body.name, body.starts, body.ends, None, body.days_off).pk}


@router.put(
    "/schools/{school_id}/years/{year}", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response=NumberOut
)
def set_year(request: Asking, school_id: int, year: int, body: YearIn) -> Any:
    """Change a school year."""
    return {"id": years.set_year(request.school, body.name, body.starts, body.ends, year, body.days_off).pk}


@router.delete(
    "/schools/{school_id}/years/{year}", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response={204: None}
)
def remove_year(request: Asking, school_id: int, year: int) -> Any:
    """Take away a year that holds no class."""
    years.remove_year(years.year_of(request.school, year))
    return Status(204, None)


@router.post(
    "/schools/{school_id}/years/{year}/terms", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response=NumberOut
)
def add_term(request: Asking, school_id: int, year: int, body: SchoolTermIn) -> Any:
    """Add a term to a year."""
    return {"id": years.set_term(years.year_of(request.school, year), None, body.model_dump()).pk}


@router.put(
    "/schools/{school_id}/terms/{term}", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response=TouchedOut
)
def set_term(request: Asking, school_id: int, term: int, body: SchoolTermIn, dry_run: bool = False) -> Any:
    """Change a term's name and days, or only tell what that would do to classes."""
    school = request.school
    row = term_in(school, term)
    touched = school_changes.change(
        school,
        request.user,
        f"{row.name} was changed",
        lambda: years.set_term(row.year, row, body.model_dump()),
        dry_run=dry_run,
    )
    return TouchedOut(words=touched)


@router.delete(
    "/schools/{school_id}/terms/{term}", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response={204: None}
)
def remove_term(request: Asking, school_id: int, term: int) -> Any:
    """Take a term away that nothing hangs on."""
    years.remove_term(term_in(request.school, term))
    return Status(204, None)


@router.put(
    "/schools/{school_id}/terms/{term}/window",
    permission=CHANGE_SCHOOL,
    audit=AuditAction.SETTINGS,
    response={204: None},
)
def set_window(request: Asking, school_id: int, term: int, body: WindowIn) -> Any:
    """Set a term's reporting window."""
    windows.set_window(term_in(request.school, term), body.model_dump(), KINDS)
    return Status(204, None)


@router.post(
    "/schools/{school_id}/terms/{term}/reopen",
    permission=CHANGE_SCHOOL,
    audit=AuditAction.SETTINGS,
    response={204: None},
)
def reopen(request: Asking, school_id: int, term: int, body: ReopenIn) -> Any:
    """Open a closed window again."""
    school = request.school
    windows.reopen(school, request.user, term_in(school, term), body.teacher, body.until, body.reason)
    return Status(204, None)


@router.delete(
    "/schools/{school_id}/reopenings/{reopening}",
    permission=CHANGE_SCHOOL,
    audit=AuditAction.SETTINGS,
    response={204: None},
)
def end_reopening(request: Asking, school_id: int, reopening: int) -> Any:
    """End a reopening before its day."""
    windows.end_reopening(request.school, reopening)
    return Status(204, None)


@router.get("/schools/{school_id}/terms/{term}/classes", permission=SEE_SCHOOL, response=ClassStandsOut)
def classes(request: Asking, school_id: int, term: int, after: str | None = None) -> Any:
    """How far each class is with a term, a page at a time."""
    row = term_in(request.school, term)
    return written(standing_of_classes(row.year, row, after))


@router.get("/schools/{school_id}/terms/{term}/reminders.csv", permission=SEE_SCHOOL, audit=AuditAction.EXPORTED)
def reminder_list(request: Asking, school_id: int, term: int) -> Any:
    """Who has to be reminded."""
    row = term_in(request.school, term)
    return as_file(reminders(row.year, row), f"Reminders {row.name}.csv")


@router.post(
    "/schools/{school_id}/terms/{term}/documents",
    permission=CHANGE_SCHOOL,
    audit=AuditAction.PRINTED,
    response=DocumentOut,
)
def make_cards(request: Asking, school_id: int, term: int, body: WantedIn) -> Any:
    """Report cards over all subjects: of the students named, or of everybody."""
    school = request.school
    row = term_in(school, term)
    if body.kind != "cards":
        raise Refused("School makes report cards; sheets are made from a class.", "kind")
    everybody = documents.students_of(
        list(SchoolClass.objects.filter(year=row.year).values_list("id", flat=True)), school.today()
    )
    body.students = [each for each in everybody if each in set(body.students)] if body.students else everybody
    name = f"Report cards, {row.name}.{'zip' if body.packed else 'pdf'}"
    return documents.ask_for(request.user, school, name, row, body, school_class=None, classes=None)


@router.post(
    "/schools/{school_id}/years/{year}/gradebooks",
    permission=CHANGE_SCHOOL,
    audit=AuditAction.EXPORTED,
    response=DocumentOut,
)
def make_gradebooks(request: Asking, school_id: int, year: int, body: WantedIn) -> Any:
    """The gradebook files of all the year's classes, in a zip."""
    row = year_of(request.school, year)
    term = row.terms.last()
    if body.kind != "gradebooks" or term is None:
        raise Refused("The year has no terms yet, and so no class has a gradebook.", "kind")
    return documents.ask_for(
        request.user,
        request.school,
        f"Gradebook files {row.name.replace('/', '-')}.zip",
        term,
        body,
        school_class=None,
        classes=None,
    )


@router.get("/schools/{school_id}/bank", permission=SEE_SCHOOL, response=list[SentenceOut])
def see_bank(request: Asking, school_id: int) -> Any:
    """The school's comment bank."""
    return [each for each in bank.sentences_for(request.user, request.school, None) if not each.is_own]


@router.post("/schools/{school_id}/bank", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response={204: None})
def add_sentence(request: Asking, school_id: int, body: SentenceIn) -> Any:
    """Put a sentence into the school's bank."""
    bank.keep(request.user, request.school, None, body.purpose, body.text, for_school=True)
    return Status(204, None)


@router.put(
    "/schools/{school_id}/bank/{sentence}", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response={204: None}
)
def change_sentence(request: Asking, school_id: int, sentence: int, body: SentenceIn) -> Any:
    """Change a sentence of the school's bank."""
    bank.keep(request.user, request.school, sentence, body.purpose, body.text, for_school=True)
    return Status(204, None)


@router.delete(
    "/schools/{school_id}/bank/{sentence}", permission=CHANGE_SCHOOL, audit=AuditAction.SETTINGS, response={204: None}
)
def remove_sentence(request: Asking, school_id: int, sentence: int) -> Any:
    """Take a sentence out of the school's bank."""
    bank.remove(request.user, request.school, sentence, for_school=True)
    return Status(204, None)
