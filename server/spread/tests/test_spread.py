"""How a class lies, curves and minimums as drafts, and who is close below a mark."""

import csv
import io
from decimal import Decimal
from typing import Any

import pytest
from conftest import World, make_class, send
from plans.models import GradingScale, GroundRules, ScaleBand
from school.models import Enrolment, Student, Teaching, Term
from scores.tests.test_entering import enter, entry


@pytest.fixture
def marked(world: World) -> World:
    """Three students with 89.5, 70 and 50 percent in the term, from one piece of work each of 20 points."""
    for place, text in enumerate(("17.9", "14", "10")):
        enter(world, entry(world, text, student=place))
    return world


def see(world: World, query: str = "", who: str = "teacher") -> Any:
    answer = world.client(who).get(f"{world.address}/spread{query}")
    assert answer.status_code == 200, answer.content
    return answer.json()


def stands(answer: Any, when: str = "now") -> list[tuple[str, str, str]]:
    return [(dot["given_name"], dot[when]["percent"], dot[when]["mark"]) for dot in answer["dots"] if dot[when]]


def test_everybody_stands_where_the_core_says(marked: World) -> None:
    found = see(marked)
    assert stands(found) == [("Ivo", "50.0", "E"), ("Una", "70.0", "C"), ("Fin", "89.5", "B")]
    figures = found["figures"]
    assert (figures["mean"], figures["median"], figures["lowest"], figures["highest"]) == (
        "69.8",
        "70.0",
        "50.0",
        "89.5",
    )
    assert {band["mark"]: band["now"] for band in found["bands"]} == {"E": 1, "D": 0, "C": 1, "B": 1, "A": 0}
    assert (found["begins"], found["ends"]) == (45, 100)
    assert [each["name"] for each in found["terms"]] == ["Semester 1", "Quarter 2"]
    work = see(marked, f"?kind=assignment&number={marked.assignments[0].pk}")
    assert stands(work) == stands(found)
    category = see(marked, f"?kind=category&number={marked.categories[0].pk}")
    assert category["subject"]["name"] == marked.categories[0].name
    assert stands(category) == stands(found)


def test_what_is_not_the_classs_is_not_there(marked: World) -> None:
    for query in ("?kind=category&number=999999", "?kind=assignment&number=999999", "?kind=category", "?term=999999"):
        assert marked.client("teacher").get(f"{marked.address}/spread{query}").status_code == 404
    refused = marked.client("teacher").get(f"{marked.address}/spread?within=near")
    assert (refused.status_code, refused.json()["field"]) == (422, "within")


def test_an_empty_class_a_lone_student_and_a_class_that_is_all_alike(world: World) -> None:
    nothing = see(world)
    assert (nothing["figures"]["count"], nothing["without"], nothing["close"]) == (0, 3, [])
    enter(world, entry(world, "12"))
    alone = see(world)
    assert (alone["figures"]["count"], alone["figures"]["deviation"], alone["without"]) == (1, None, 2)
    for place in (1, 2):
        enter(world, entry(world, "12", student=place))
    alike = see(world)
    assert (alike["figures"]["deviation"], alike["begins"] < alike["ends"]) == ("0.0", True)


def graded_by(world: World, bands: list[tuple[str, str]], out_of: int = 100) -> None:
    """The class gets a scale of its own."""
    scale = GradingScale.objects.create(school=world.school, name="Another", out_of=out_of)
    ScaleBand.objects.bulk_create(ScaleBand(scale=scale, mark=mark, min=Decimal(least)) for mark, least in bands)
    GroundRules.objects.filter(school_class=world.school_class).update(scale=scale)
    world.changed()


def test_a_class_in_which_nobody_has_90_is_shown_as_far_as_the_scale_goes(world: World) -> None:
    for place, text in enumerate(("4", "9", "12.5")):
        enter(world, entry(world, text, student=place))
    found = see(world)
    assert (found["begins"], found["ends"]) == (15, 100), "close below the lowest, for the band of 20 goes down to 0"
    assert {band["mark"]: band["now"] for band in found["bands"]} == {"E": 2, "D": 1, "C": 0, "B": 0, "A": 0}
    assert [each["next_mark"] for each in see(world, "?within=15")["close"]] == ["C", "D"]


def test_a_scale_of_fifteen_bands_has_each_band_counted_and_its_next_mark_told(world: World) -> None:
    graded_by(world, [(f"step {15 - place}", str(place * 6)) for place in range(15)])
    for place, text in enumerate(("16.7", "0", "16.9")):
        enter(world, entry(world, text, student=place))
    found = see(world)
    assert [band["mark"] for band in found["bands"]] == [f"step {15 - place}" for place in range(15)]
    assert {band["mark"]: band["now"] for band in found["bands"] if band["now"]} == {
        "step 15": 1,
        "step 2": 1,
        "step 1": 1,
    }
    assert [(each["mark"], each["next_mark"], each["lack"]) for each in found["close"]] == [("step 2", "step 1", "0.5")]


def test_pass_or_withheld_has_one_minimum_and_nobody_close_to_anything_above_pass(marked: World) -> None:
    graded_by(marked, [("Withheld", "0"), ("Pass", "60")])
    found = see(marked)
    assert [(band["mark"], band["place"], band["now"]) for band in found["bands"]] == [
        ("Withheld", 0, 1),
        ("Pass", 60, 2),
    ]
    assert found["close"] == []
    assert [each["next_mark"] for each in see(marked, "?within=10")["close"]] == ["Pass"]
    lower = try_out(marked, {"minimums": {"Pass": "50"}})
    assert lower.status_code == 200, lower.content
    assert [(band["mark"], band["now"], band["then"]) for band in lower.json()["bands"]] == [
        ("Withheld", 1, 0),
        ("Pass", 2, 3),
    ]


def test_levels_of_four_stand_where_they_begin_in_percent_with_their_own_minimums(marked: World) -> None:
    graded_by(marked, [("Begun", "0"), ("Nearly", "1.5"), ("Secure", "2.5"), ("Beyond", "3.5")], out_of=4)
    found = see(marked)
    assert [(band["mark"], band["min"], band["place"], band["now"]) for band in found["bands"]] == [
        ("Begun", "0", 0, 0),
        ("Nearly", "1.5", 37.5, 1),
        ("Secure", "2.5", 62.5, 1),
        ("Beyond", "3.5", 87.5, 1),
    ]
    assert found["scale"]["out_of"] == "4"
    lower = try_out(marked, {"minimums": {"Secure": "2"}}).json()
    assert [(band["mark"], band["place"]) for band in lower["bands"]][2] == ("Secure", 50)
    assert stands(lower, "then")[0] == ("Ivo", "50.0", "Secure")


def test_terms_without_scores_are_not_among_those_compared_and_say_that_nobody_has_a_number(marked: World) -> None:
    later = Term.objects.get(year=marked.term.year, name="Quarter 3")
    empty = see(marked, f"?term={later.pk}")
    assert (empty["term"], empty["figures"]["count"], empty["without"]) == ("Quarter 3", 0, 3)
    assert empty["figures"]["mean"] is None
    assert "Quarter 3" not in [each["name"] for each in empty["terms"]]


def test_close_below_a_mark_is_within_what_one_says_and_says_what_would_do_it(marked: World) -> None:
    close = see(marked)["close"]
    assert [(each["student_id"], each["next_mark"], each["lack"]) for each in close] == [
        (marked.students[0].pk, "A", "0.5")
    ]
    assert see(marked, "?within=0.4")["close"] == []
    fin = marked.students[0].pk
    told = marked.client("teacher").get(f"{marked.address}/spread/needed/{fin}").json()["words"]
    assert any("would make A" in each for each in told)
    address = f"{marked.address}/spread/{marked.term.pk}/looked-at/{fin}"
    assert send(marked.client("teacher"), "PUT", address, {"is_looked_at": True}).status_code == 204
    assert [each["is_looked_at"] for each in see(marked)["close"]] == [True]
    assert [each["is_looked_at"] for each in see(marked, who="co_teacher")["close"]] == [False]
    enter(marked, entry(marked, "17.85", version=1))
    assert [each["is_looked_at"] for each in see(marked)["close"]] == [False], "with another percent one looks again"


def test_who_was_looked_at_through_another_process_is_seen_and_not_forgotten(marked: World) -> None:
    """A class that a process has loaded says nothing of what a teacher has noted since."""
    fin, other = (student.pk for student in marked.students[:2])
    (close,) = see(marked)["close"]
    assert not close["is_looked_at"]
    looked_at = {str(marked.term.pk): {str(fin): "179/2"}}
    marked.school_class.teachings.filter(person=marked.people["teacher"]).update(looked_at=looked_at)

    assert [each["is_looked_at"] for each in see(marked)["close"]] == [True]
    address = f"{marked.address}/spread/{marked.term.pk}/looked-at/{other}"
    assert send(marked.client("teacher"), "PUT", address, {"is_looked_at": True}).status_code == 204
    assert [each["is_looked_at"] for each in see(marked)["close"]] == [True]


def test_who_has_an_override_is_decided_and_no_longer_close(marked: World) -> None:
    fin = marked.students[0].pk
    body = {"entries": [{"student": fin, "percent": "", "mark": "A", "reason": "the last test"}], "sure": False}
    address = f"{marked.address}/report/{marked.term.pk}/overrides"
    assert send(marked.client("teacher"), "PATCH", address, body).status_code == 200
    found = see(marked)
    assert found["close"] == []
    assert [(dot["override"], dot["reason"]) for dot in found["dots"]] == [
        (None, ""),
        (None, ""),
        ("A", "the last test"),
    ]
    assert stands(found)[-1] == ("Fin", "89.5", "B"), "the dot stays where the scores put it"


CURVE = [{"kind": "line", "from": ["50", "100"], "to": ["60", "100"]}]


def try_out(world: World, body: dict[str, Any]) -> Any:
    return send(world.client("teacher"), "POST", f"{world.address}/spread/tried", {"term": world.term.pk, **body})


def test_a_curve_is_tried_then_drafted_then_applied_and_taken_back(marked: World) -> None:
    tried = try_out(marked, {"steps": CURVE}).json()
    assert stands(tried, "then") == [("Ivo", "60.0", "D"), ("Una", "76.0", "C"), ("Fin", "91.6", "A")]
    assert (tried["would"]["grades"], tried["would"]["down"], tried["would"]["marks"]) == (3, 0, 2)
    assert [dot["move"] for dot in tried["dots"]] == ["rises", "stays", "rises"]
    assert see(marked)["then"] is None, "nothing is kept by trying"
    kept = send(marked.client("teacher"), "PATCH", f"{marked.address}/terms/{marked.term.pk}", {"adjust": CURVE})
    assert kept.status_code == 204
    drafted = see(marked, who="co_teacher")
    assert (drafted["has_draft"], drafted["steps"]) == (True, CURVE)
    assert stands(drafted, "then") == stands(tried, "then")
    assert stands(drafted) == [("Ivo", "50.0", "E"), ("Una", "70.0", "C"), ("Fin", "89.5", "B")]
    assert send(marked.client("teacher"), "POST", f"{marked.address}/draft/apply").status_code == 200
    applied = see(marked)
    assert (applied["then"], stands(applied)) == (None, stands(tried, "then"))
    assert send(marked.client("teacher"), "POST", f"{marked.address}/undo").status_code == 200
    assert stands(see(marked)) == stands(drafted)


def test_a_curve_on_an_assignment_is_laid_over_the_draft_that_is_there(marked: World) -> None:
    send(marked.client("teacher"), "PATCH", f"{marked.address}/terms/{marked.term.pk}", {"adjust": CURVE})
    work = marked.assignments[0].pk
    body = {"kind": "assignment", "number": work, "steps": [{"kind": "add", "amount": "2"}]}
    tried = try_out(marked, body).json()
    assert stands(tried, "then") == [("Ivo", "60.0", "D"), ("Una", "80.0", "B"), ("Fin", "99.5", "A")]
    assert (tried["would"]["grades"], tried["would"]["up"]) == (3, 3)
    # While a hand moves nobody is listed; once it is kept, the draft says whose grade becomes what.
    kept = {"adjust": body["steps"], "version": marked.assignments[0].version}
    assert send(marked.client("teacher"), "PATCH", f"{marked.address}/assignments/{work}", kept).status_code == 200
    draft = marked.client("teacher").get(f"{marked.address}/draft/changes?term={marked.term.pk}").json()
    in_term = {each["student"]: each["percent_after"] for each in draft["changes"]}
    assert in_term["Fir, Ivo"] == "68.0", "two points more, and then the term's line"


def test_what_lowers_somebody_is_told(marked: World) -> None:
    tried = try_out(
        marked, {"steps": [{"kind": "ceiling", "percent": "100"}, {"kind": "multiply", "factor": "0.9"}]}
    ).json()
    assert all(dot["is_lower"] for dot in tried["dots"])
    assert tried["would"]["down"] == 3


def test_each_step_says_what_mean_it_finds_and_leaves(marked: World) -> None:
    steps = [*CURVE, {"kind": "add", "amount": "2"}]
    tried = try_out(marked, {"steps": steps}).json()
    assert tried["means_by_step"] == ["69.8", "75.9", "77.9"]
    turned = try_out(marked, {"steps": steps[::-1]}).json()
    assert turned["means_by_step"] == ["69.8", "71.8", "77.5"]
    send(marked.client("teacher"), "PATCH", f"{marked.address}/terms/{marked.term.pk}", {"adjust": CURVE})
    assert see(marked)["means_by_step"] == ["69.8", "75.9"]
    assert try_out(marked, {"minimums": {"A": "89"}}).json()["means_by_step"] == ["69.8", "75.9"]


def test_minimums_are_tried_by_mark_and_never_pass_each_other(marked: World) -> None:
    tried = try_out(marked, {"minimums": {"A": "89"}}).json()
    assert stands(tried, "then")[-1] == ("Fin", "89.5", "A")
    assert {band["mark"]: band["then"] for band in tried["bands"]}["A"] == 1
    for wrong, said in (
        ({"A": "80"}, "unique"),
        ({"A": "79"}, "would begin at 79"),
        ({"A": "high"}, "is not a number"),
        ({"X": "1"}, "no mark"),
    ):
        answer = try_out(marked, {"minimums": wrong})
        assert (answer.status_code, answer.json()["field"]) == (422, "minimums")
        assert said in answer.json()["detail"] or wrong == {"A": "80"}
    assert GradingScale.objects.get(name="Letters").bands.get(mark="A").min == 90


def test_a_category_is_not_curved_as_a_whole(marked: World) -> None:
    body = {"kind": "category", "number": marked.categories[0].pk, "steps": CURVE}
    assert try_out(marked, body).status_code == 422
    refused = try_out(marked, {"steps": [{"kind": "line", "from": ["5", "5"], "to": ["0", "1"]}]})
    assert refused.status_code == 422


def test_other_sections_stand_beside_as_far_as_one_teaches_them(marked: World) -> None:
    here = marked.school_class
    other = make_class(marked.school, here.year, here.ground_rules.scale, [marked.people["teacher"]], "Botany", "B")
    foreign = make_class(
        marked.school, here.year, here.ground_rules.scale, [marked.people["other_teacher"]], "Botany", "C"
    )
    for each in (other, foreign):
        student = Student.objects.create(
            school=marked.school,
            given_name="Oda",
            family_name="Oak",
            number=f"9{each.pk}",
            alias=f"a{each.pk}",
            pronouns="she",
        )
        Enrolment.objects.create(school_class=each, student=student, starts=here.year.starts)
    found = see(marked, "?sections=true")["sections"]
    assert [(each["name"], each["figures"]["count"]) for each in found] == [("Botany B", 0)]
    together = see(marked, "?sections=true")["together"]
    assert (together["count"], together["mean"]) == (3, "69.8")
    assert (see(marked)["sections"], see(marked)["together"]) == ([], None)
    Teaching.objects.filter(school_class=other).delete()
    assert see(marked, "?sections=true")["sections"] == []


def test_the_works_of_a_term_come_with_their_figures(marked: World) -> None:
    found = marked.client("teacher").get(f"{marked.address}/spread/works").json()
    first = next(each for each in found if each["id"] == marked.assignments[0].pk)
    assert (first["mean"], first["median"], first["count"], first["correlation"]) == ("69.8", "70.0", 3, None)
    assert (first["box"]["mean"], first["box"]["low"]) == ("69.8", 50.0), "from nothing to 100 %"
    blank = next(each for each in found if each["id"] == marked.assignments[1].pk)
    assert (blank["mean"], blank["box"], blank["count"]) == (None, None, 0)


def test_the_table_as_a_file_has_aliases_where_one_wants_them(marked: World) -> None:
    def lines(query: str) -> list[list[str]]:
        answer = marked.client("teacher").get(f"{marked.address}/spread.csv{query}")
        assert "attachment" in answer["Content-Disposition"]
        return list(csv.reader(io.StringIO(answer.content.decode("utf-8-sig"))))

    assert lines("") == [
        ["student", "percent", "mark", "override"],
        ["Fir, Ivo", "50.0", "E", ""],
        ["Fir, Una", "70.0", "C", ""],
        ["Fir, Fin", "89.5", "B", ""],
    ]
    assert lines("?aliases=true")[1][0] == marked.students[2].alias
