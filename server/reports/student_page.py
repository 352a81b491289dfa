"""The student page: all that a teacher has of one student in a class, for a conference."""

from school.models import Student, Term
from scores.book import LoadedClass
from scores.explaining import explained
from scores.grid import grade

from reports.desk_schemas import StudentNoteOut, StudentPageOut, StudentTermOut
from reports.evidence import trend_of
from reports.models import PostedGrade
from reports.posted import in_force, latest


def student_page(loaded: LoadedClass, student: Student, term: Term) -> StudentPageOut:
    """One student in a term of a class, with the grades of the other terms beside."""
    key, name = str(student.pk), str(term.pk)
    students = loaded.plan.students
    place = students.index(student)
    result = loaded.gradebook.result(key, name)
    works = {str(each.pk): each for each in loaded.plan.assignments}
    return StudentPageOut(
        student_id=student.pk,
        name=str(student),
        given_name=student.given_name,
        alias=student.alias,
        number=student.number,
        before=students[place - 1].pk if place else None,
        after=students[place + 1].pk if place + 1 < len(students) else None,
        term_id=term.pk,
        term=term.name,
        grade=grade(loaded.gradebook, result, name),
        working=explained(loaded, loaded.gradebook, student, term),
        trend=trend_of(loaded, key, term),
        terms=_terms(loaded, student),
        missing=[works[each].name for each in result.missing],
        notes=_notes(loaded, student, term),
    )


def _terms(loaded: LoadedClass, student: Student) -> list[StudentTermOut]:
    """The student's grade in every term that has one, as it is now and as it was posted, and its comment."""
    grades = PostedGrade.objects.filter(posting__school_class=loaded.plan.school_class, student=student)
    posted = {each.posting.term_id: each for each in in_force(latest(grades).values())}
    found = []
    for term in loaded.plan.terms:
        result = loaded.gradebook.result(str(student.pk), str(term.pk))
        kept = posted.get(term.pk)
        if result.final_percent is None and result.final_mark is None and kept is None:
            continue
        found.append(
            StudentTermOut(
                term_id=term.pk,
                term=term.name,
                grade=grade(loaded.gradebook, result, str(term.pk)),
                posted=" ".join(each for each in (kept.mark, kept.percent_shown) if each) if kept else None,
                comment=kept.comment if kept else "",
            )
        )
    return found


def _notes(loaded: LoadedClass, student: Student, term: Term) -> list[StudentNoteOut]:
    """What was written beside the student's scores in the term."""
    found = []
    for work in loaded.plan.assignments:
        score = loaded.rows.get((student.pk, work.pk))
        if work.term_id == term.pk and score is not None and (score.comment or score.note or score.flag):
            text = loaded.text_of(score, work) if loaded.value_of(student.pk, work.pk) is not None else ""
            found.append(
                StudentNoteOut(
                    work=work.name,
                    due_on=work.due_on,
                    score=text,
                    flag=score.flag,
                    comment=score.comment,
                    note=score.note,
                )
            )
    return found
