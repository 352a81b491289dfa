"""What a school and a class say of sending, and how all of a school's classes stand, for its officers."""

from collections import defaultdict

from django.db.models import Count, Min, Q
from people.models import Register
from reports.standing import plural
from school.calendar import current_year, local
from school.models import School, SchoolClass
from school.refusal import Refused

from sending.models import ClassSending, Line, LineState, PairedKind, Pairing, Rosters, SchoolSending, When, sending_of
from sending.schemas import ClassSendingOut, SchoolSendingOut

LAST_HOUR = 23


def set_when(school_class: SchoolClass, when: str) -> None:
    """Say when a class sends what is new. Raises Refused where the school says it for all."""
    if not sending_of(school_class.school_id).teachers_choose:
        raise Refused("The school says when its classes send. An officer can let teachers choose.", "when")
    ClassSending.objects.update_or_create(school_class=school_class, defaults={"when": When(when)})


def set_school(school: School, *, sends_work: bool, hour: int, when: str, teachers_choose: bool, rosters: str) -> None:
    """Say how a school sends. Raises Refused for an hour that is none."""
    if not 0 <= hour <= LAST_HOUR:
        raise Refused(f"The hour goes from 0 to {LAST_HOUR}.", "hour")
    SchoolSending.objects.update_or_create(
        school=school,
        defaults={
            "sends_work": sends_work,
            "hour": hour,
            "when": When(when),
            "teachers_choose": teachers_choose,
            "rosters": Rosters(rosters),
        },
    )


def overview(school: School) -> SchoolSendingOut:
    """What the school says, and how each class of its year stands; who must act comes first, and what waits longest."""
    said = sending_of(school.pk)
    return SchoolSendingOut(
        has_register=Register.objects.filter(school=school).exists(),
        sends_work=said.sends_work,
        hour=said.hour,
        when=When(said.when),
        teachers_choose=said.teachers_choose,
        rosters=Rosters(said.rosters),
        looked_at=local(school, said.looked_at) if said.looked_at else None,
        problem=said.problem,
        last_night=said.last_night,
        classes=_classes(school),
    )


def _classes(school: School) -> list[ClassSendingOut]:
    year = current_year(school)
    classes = list(
        SchoolClass.objects.filter(school=school, year=year, archived_at=None).prefetch_related("teachings__person")
    )
    lines = Line.objects.filter(record__school_class__in=classes, is_last=True).exclude(record__student=None)
    counts: dict[int, dict[str, int]] = defaultdict(dict)
    for row in lines.values("record__school_class", "state").annotate(count=Count("pk")):
        counts[row["record__school_class"]][row["state"]] = row["count"]
    waiting = Q(state=LineState.WAITING) | Q(state=LineState.REFUSED)
    since = dict(lines.filter(waiting).values_list("record__school_class").annotate(since=Min("delivery__at")))
    paired = set(
        Pairing.objects.filter(school=school, kind=PairedKind.CLASS, is_gone=False).values_list("here", flat=True)
    )
    gone = set(
        Pairing.objects.filter(school=school, kind=PairedKind.CLASS, is_gone=True).values_list("here", flat=True)
    )
    found = []
    for each in classes:
        mine = counts[each.pk]
        refused, lies = mine.get("refused", 0), str(each.pk) in gone
        teachers = [teaching.person for teaching in each.teachings.all()]
        names = " and ".join(str(person) for person in teachers) or "nobody"
        words = (
            f"{names}: {plural(refused, 'line')} refused"
            if refused
            else f"{names}: the pairing fits no longer"
            if lies
            else ""
        )
        found.append(
            ClassSendingOut(
                class_id=each.pk,
                name=str(each),
                teachers=[str(person) for person in teachers],
                emails=[person.email for person in teachers if person.email],
                accepted=mine.get("accepted", 0),
                refused=refused,
                waiting=mine.get("waiting", 0),
                waits_since=local(school, since[each.pk]) if each.pk in since else None,
                is_paired=str(each.pk) in paired or bool(mine),
                words=words,
            )
        )
    return sorted(
        found, key=lambda each: (not each.words, each.waits_since.timestamp() if each.waits_since else float("inf"))
    )
