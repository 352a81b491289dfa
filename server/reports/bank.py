"""The comment bank: ready sentences, the school's or one's own, shown with a student's own in place of the placeholders."""

from collections.abc import Mapping

from django.db.models import Q
from school.models import Person, School, Student
from school.refusal import NotYours, Refused

from reports.desk_schemas import SentenceOut
from reports.models import BankSentence, Purpose
from reports.placeholders import ABOUT, FORMS, left_in, resolve, values

LONGEST = 600
MOST = 1_000
"""How many sentences somebody, or the school, has at most: they are searched as one types, all at once."""


def sentences_for(person: Person, school: School, own: Mapping[str, str] | None) -> list[SentenceOut]:
    """The school's sentences and one's own, favourites first, with a student's own where one is meant.

    A sentence for which the student lacks something (there is nothing missing, say) does not fit and comes last.
    """
    found = BankSentence.objects.filter(Q(owner=None) | Q(owner=person), school=school).prefetch_related("favourite_of")
    purposes = [str(each) for each in Purpose.values]
    sentences = []
    for each in found:
        shown = resolve(each.text, own) if own is not None else each.text
        sentences.append(
            SentenceOut(
                id=each.pk,
                purpose=each.purpose,
                text=each.text,
                shown=shown,
                is_own=each.owner_id == person.pk,
                is_favourite=person in each.favourite_of.all(),
                fits=own is None or not left_in(shown),
            )
        )
    return sorted(
        sentences, key=lambda each: (not each.fits, not each.is_favourite, purposes.index(each.purpose), each.id)
    )


def short_feedback(person: Person, student: Student) -> list[str]:
    """The short phrases for a score's comment, with the student's own name and pronouns; favourites first."""
    own = values(student.given_name, student.pronouns, best="", weakest="", missing="")
    offered = sentences_for(person, student.school, own)
    return [each.shown for each in offered if each.purpose == Purpose.SHORT and each.fits]


def keep(person: Person, school: School, sentence: int | None, purpose: str, text: str, *, for_school: bool) -> None:
    """Make or change a sentence: one's own, or the school's where one may."""
    bare = " ".join(text.split())
    if not bare:
        raise Refused("Type the sentence.", "text")
    if len(bare) > LONGEST:
        raise Refused(f"The sentence has {len(bare)} characters; at most {LONGEST} fit.", "text")
    if purpose not in Purpose.values:
        raise Refused(f"{purpose[:30]} is not a purpose. There are {', '.join(Purpose.values)}.", "purpose")
    known = {*ABOUT, *FORMS["they"]}
    unknown = [each for each in left_in(bare) if each.strip("{} ").lower() not in known]
    if unknown:
        raise Refused(
            f"{unknown[0]} is not known here. Known are {', '.join(f'{{{each}}}' for each in (*ABOUT, *FORMS['they']))}.",
            "text",
        )
    owner = None if for_school else person
    if sentence is None and BankSentence.objects.filter(school=school, owner=owner).count() >= MOST:
        raise Refused(
            f"There are {MOST:,} sentences already, of which nobody finds one any more. Take one out first.", "text"
        )
    row = _own(person, school, sentence, for_school=for_school) if sentence is not None else BankSentence(school=school)
    row.owner = owner
    row.purpose, row.text = purpose, bare
    row.save()


def remove(person: Person, school: School, sentence: int, *, for_school: bool) -> None:
    """Take a sentence out of the bank."""
    _own(person, school, sentence, for_school=for_school).delete()


def favour(person: Person, school: School, sentence: int, *, is_favourite: bool) -> None:
    """Put a sentence among one's favourites, or take it from them."""
    row = BankSentence.objects.filter(Q(owner=None) | Q(owner=person), school=school, pk=sentence).first()
    if row is None:
        raise NotYours
    if is_favourite:
        row.favourite_of.add(person)
    else:
        row.favourite_of.remove(person)


def _own(person: Person, school: School, sentence: int, *, for_school: bool) -> BankSentence:
    row = BankSentence.objects.filter(school=school, pk=sentence, owner=None if for_school else person).first()
    if row is None:
        raise NotYours
    return row
