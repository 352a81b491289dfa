"""What goes and what is held back, pairing, and what is told of it."""

from decimal import Decimal

from conftest import send
from plans.models import Assignment
from school.models import Enrolment

from sending.models import RegisterPart
from sending.tests.conftest import AtOffice, Sender


def test_before_anything_is_paired_everything_is_held_back_for_its_class(sender: Sender) -> None:
    sender.give_post("B", "C")
    assert sender.look().status_code == 200
    held = sender.held()
    assert list(held) == ["class_not_paired"]
    assert held["class_not_paired"]["count"] == 3
    assert held["class_not_paired"]["mend"]["act"] == "pair"


def test_what_is_alike_is_proposed_and_holds_once_agreed(sender: Sender) -> None:
    sender.look()
    pairs = {each["name"]: (each["how"], each["there_title"]) for each in sender.see()["pairs"]}
    assert pairs["Botany A"] == ("proposed", "BOTANY 1"), "by who is in it"
    assert pairs["Leaves"] == ("same name", "LEAVES")
    assert pairs["Roots"] == ("proposed", "UNDERGROUND"), "by its weight"
    assert pairs["Posted grades"] == ("proposed", "TERM GRADES")
    assert pairs["Quarter 2"] == ("proposed", "TERM 2"), "nearly the same days"
    assert pairs["Semester 1"][0] == "none"
    assert sender.post(f"sending/agree?term_id={sender.world.term.pk}")["count"] >= 4
    assert {each["how"] for each in sender.see()["pairs"] if each["name"] in ("Botany A", "Roots", "Quarter 2")} == {
        "agreed"
    }


def test_pairing_of_categories_holds_for_every_section_of_the_course_and_no_other(sender: Sender) -> None:
    from plans.models import Category, GradingScale, GroundRules
    from school.models import SchoolClass, Teaching

    world = sender.world
    sender.pair_all()
    for name, section, kept in (("Botany", "B", "chosen"), ("Mosses", "", "proposed")):
        other = SchoolClass.objects.create(
            school=world.school, year=world.school_class.year, name=name, section=section
        )
        Teaching.objects.create(school_class=other, person=world.people["teacher"])
        GroundRules.objects.create(school_class=other, scale=GradingScale.objects.get())
        Category.objects.create(school_class=other, name="Roots", sign="RT", weight=40)
        told = world.client("teacher").get(f"/api/v1/classes/{other.pk}/sending").json()
        assert next(each["how"] for each in told["pairs"] if each["name"] == "Roots") == kept
    assert sender.see()["holds_for"] == ["Botany A", "Botany B"]


def test_a_choice_is_refused_where_the_register_lacks_it_and_forgotten_when_asked(sender: Sender) -> None:
    sender.pair_all()
    refused = sender.pair("category", "roots", "k-none")
    assert (refused.status_code, refused.json()["field"]) == (422, "there")
    assert sender.pair("category", "stems", "k-u").json()["field"] == "here"
    told = sender.pair("category", "roots", "").json()
    assert next(each["how"] for each in told["pairs"] if each["name"] == "Roots") == "proposed"


def test_reasons_in_their_order_each_with_its_mend(sender: Sender, at_office: AtOffice) -> None:
    """R17: not posted, kept back, changed, a mark that is not known; each student once."""
    sender.pair_all()
    world = sender.world
    sender.give_post("A", "B")
    held = sender.held()
    assert {key: each["student_ids"] for key, each in held.items()} == {
        "not_posted": [world.students[2].pk],
        "mark_unknown A": [world.students[0].pk],
    }
    assert held["mark_unknown A"]["reason"] == "The register’s list of marks for this class has no A."
    assert sender.pair("mark", "A", "B").status_code == 200
    assert sender.going("grades")["count"] == 2, "A goes as B, as was said"
    entries = [{"student": world.students[0].pk, "mark": "C", "percent": "", "reason": "looked again"}]
    send(world.client("teacher"), "PATCH", f"{world.address}/report/{world.term.pk}/overrides", {"entries": entries})
    changed = sender.held()["changed"]
    assert (changed["words"], changed["mend"]["act"]) == ("Fin Fir A to C", "post")
    sender.post_again(world.students[0].pk)
    assert "changed" not in sender.held()


def test_a_student_whom_the_register_has_elsewhere_is_told_where(sender: Sender) -> None:
    sender.pair_all()
    sender.give_post("B", "B", "B")
    moved = RegisterPart.objects.get(sourced_id="c-c")
    moved.details["students"] = {"101": "u-101"}
    moved.save()
    mine = RegisterPart.objects.get(sourced_id="c-a")
    mine.details["students"] = {"100": "u-100"}
    mine.save()
    held = sender.held()
    assert held["student_elsewhere BOTANY 3"]["reason"] == "The register has Una Fir in BOTANY 3."
    assert held["student_not_there"]["count"] == 1
    assert sender.going("grades")["count"] == 1


def test_work_goes_where_the_school_wants_it_and_each_that_does_not_says_why(sender: Sender) -> None:
    sender.pair_all()
    assert all(not each["key"].startswith("work") for each in sender.see()["goes"])
    sender.set_school(sends_work=True)
    world = sender.world
    first = world.assignments[0]
    for name, change in {
        "hidden": {"shown": False},
        "no_category": {"category": None},
        "no_due_date": {"due_on": None},
        "outside_term": {"due_on": world.next_term.starts},
        "no_points": {"points": Decimal(0)},
    }.items():
        Assignment.objects.create(
            **{
                "school_class": world.school_class,
                "term": world.term,
                "category": first.category,
                "name": name,
                "short_name": name[:15],
                "points": 10,
                "due_on": first.due_on,
            }
            | change
        )
    Assignment.objects.create(
        school_class=world.school_class,
        term=world.term,
        category=first.category,
        name="bonus",
        short_name="bonus",
        points=0,
        extra=True,
        due_on=first.due_on,
    )
    world.changed()
    held = {each["title"]: each["held"] for each in sender.see()["goes"] if each["assignment_id"]}
    assert held == {name: name for name in ("hidden", "no_category", "no_due_date", "outside_term", "no_points")}
    assert sender.going("work")["count"] == 4, "extra credit without points goes"


def test_a_class_that_is_not_ones_own_is_not_there(sender: Sender) -> None:
    assert sender.world.client("other_teacher").get(f"{sender.world.address}/sending").status_code == 404


def test_what_the_register_has_no_more_is_a_check_on_the_class(sender: Sender, at_office: AtOffice) -> None:
    sender.pair_all()
    at_office.store.delete("categories", "k-u")
    sender.look()
    frame = sender.world.client("teacher").get(f"{sender.world.address}/frame?term_id={sender.world.term.pk}").json()
    station = frame["trail"][-1]
    assert (station["words"], station["look"]) == ("1 pairing fits no longer", True)
    needs = sender.world.client("teacher").get("/api/v1/today").json()["needs"]
    assert any("pairing fits no longer" in each["words"] and each["place"].endswith("/send") for each in needs)
    assert next(each["how"] for each in sender.see()["pairs"] if each["name"] == "Roots") == "gone"


def test_other_weights_at_the_register_are_told_with_a_student(sender: Sender, at_office: AtOffice) -> None:
    from scores.models import Score

    world = sender.world
    for assignment, number in zip(world.assignments[:2], (20, 8), strict=True):
        Score.objects.create(
            student=world.students[0],
            assignment=assignment,
            number=number,
            changed_by=world.people["teacher"],
            changed_at=world.school.now(),
        )
    sender.pair_all()
    assert sender.see()["other_grade"] is None, "weights are alike, and the scale begins its marks alike"
    category = at_office.store.get("categories", "k-u")
    assert category is not None
    at_office.store.put("categories", "k-u", category.body | {"weight": 10.0})
    sender.look()
    told = sender.see()["other_grade"]
    assert told is not None
    assert told.startswith("By the register’s own weights")
    assert "Fin Fir" in told


def test_who_left_the_class_is_not_told_of(sender: Sender) -> None:
    sender.pair_all()
    world = sender.world
    Enrolment.objects.filter(student=world.students[2]).update(ends=world.term.starts)
    world.changed()
    assert sender.held()["not_posted"]["count"] == 2


def test_a_register_that_says_no_days_or_weights_keeps_nobody_out(sender: Sender, at_office: AtOffice) -> None:
    session, category = at_office.store.get("academicSessions", "t2"), at_office.store.get("categories", "k-u")
    assert session is not None
    assert category is not None
    at_office.store.put("academicSessions", "t2", session.body | {"startDate": "soon", "endDate": None})
    at_office.store.put("categories", "k-u", category.body | {"weight": "much"})
    assert sender.look().status_code == 200
    pairs = {each["name"]: each["how"] for each in sender.see()["pairs"]}
    assert (pairs["Quarter 2"], pairs["Roots"]) == ("none", "none")
