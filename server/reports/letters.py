"""Letters to families on how their child stands in a class, for those who look at no screen: the family page of the class on paper."""

from collections.abc import Callable
from typing import Any

from django.utils.translation import override
from school.language import in_language_of
from school.models import Sees, Student, Term
from scores.book import LoadedClass
from weasyprint.document import Document as Layout

from reports.logo import logo_of
from reports.printing import lay_out
from reports.standing import day_text

WhatFamiliesSee = Callable[[LoadedClass, Student, Term], Any]
_what_families_see: list[WhatFamiliesSee] = []


def letters_by(told: WhatFamiliesSee) -> None:
    """Take what families see of a class from whoever knows."""
    _what_families_see[:] = [told]


def letter_pages(loaded: LoadedClass, student: Student, term: Term, paper: str) -> Layout:
    """A letter to a student's family, with the alias under which the student stands on sheets.

    Where none of the guardians may see anything, because the school or a student of age lets them not, it is to the student alone.
    """
    (told,) = _what_families_see
    known = sorted(student.guardianships.select_related("person"), key=lambda each: (not each.person.language, each.pk))
    seeing = [each.person for each in known if each.seen != Sees.NONE]
    reader = student.person if known and not seeing else next(iter(seeing), None)
    school = student.school
    with in_language_of(reader, school) if reader is not None else override(school.language):
        return _laid_out(told, loaded, student, term, paper, is_to_student=bool(known) and not seeing)


def _laid_out(
    told: WhatFamiliesSee, loaded: LoadedClass, student: Student, term: Term, paper: str, *, is_to_student: bool
) -> Layout:
    school = student.school
    about = {
        "school": school,
        "logo": logo_of(school),
        "student": student,
        "is_to_student": is_to_student,
        "seen": told(loaded, student, term),
        "term": term,
        "class_name": str(loaded.plan.school_class),
        "day": day_text(school.today()),
    }
    return lay_out("family_letter", about, paper)
