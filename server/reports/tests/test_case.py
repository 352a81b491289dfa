"""Standards as a CASE package: what is read and refused, what is saved, and that it comes to the same again."""

import json
from typing import Any

import pytest
from conftest import World
from django.core.files.uploadedfile import SimpleUploadedFile
from scores.tests.test_by_standard import standards


def item(identifier: str, **given: Any) -> dict[str, Any]:
    return {"identifier": identifier, "uri": f"urn:{identifier}", **given}


def child(origin: str, destination: str, place: int) -> dict[str, Any]:
    ends = {"originNodeURI": {"identifier": origin}, "destinationNodeURI": {"identifier": destination}}
    return {"associationType": "isChildOf", "sequenceNumber": place, **ends}


PACKAGE = {
    "CFDocument": {"identifier": "d", "title": "Reading"},
    "CFItems": [
        item(
            "a",
            humanCodingScheme="RF.4a",
            fullStatement="Reads a new text aloud, with expression and at a pace that others follow.",
        ),
        item(
            "r",
            abbreviatedStatement="Reading",
            fullStatement="Reading",
            educationLevel=["01", "02"],
            subject=["Language"],
        ),
        item("b", humanCodingScheme="RF.4b", abbreviatedStatement="Fluency", fullStatement="Reads at an even pace."),
    ],
    "CFAssociations": [child("a", "r", 2), child("b", "r", 1), child("r", "d", 1)],
}


def read(world: World, given: Any) -> Any:
    text = given if isinstance(given, str) else json.dumps(given)
    file = SimpleUploadedFile("standards.json", text.encode())
    return world.client("officer").post(f"{world.school_address}/standards/file", {"file": file})


def test_a_package_is_laid_over_what_is_there(world: World) -> None:
    standards(world, standards=[{"name": "Pace", "code": "rf.4b", "wording": "old"}, {"name": "Maps"}])
    found = read(world, PACKAGE).json()
    rows = [(each["name"], each["within"], each["code"]) for each in found["standards"]["standards"]]
    # What has the same code keeps the name that it has here, and so its evidence.
    assert rows == [
        ("Pace", "Reading", "RF.4b"),
        ("Maps", None, ""),
        ("Reading", None, ""),
        ("Reads a new text aloud; with expression and at a pace that…", "Reading", "RF.4a"),
    ]
    assert found["words"] == ["2 added", "1 changed", "1 that the file does not have stay"]
    assert found["standards"]["standards"][2]["years"] == "01, 02"
    # Nothing is changed by it.
    now = world.client("officer").get(f"{world.school_address}/year").json()["standards"]["standards"]
    assert [each["name"] for each in now] == ["Pace", "Maps"]


def test_what_is_saved_comes_to_the_same_again(world: World) -> None:
    given = read(world, PACKAGE).json()["standards"]["standards"]
    assert standards(world, standards=given).status_code == 200
    saved = world.client("officer").get(f"{world.school_address}/standards.json").content.decode()
    package = json.loads(saved)
    assert [each.get("humanCodingScheme") for each in package["CFItems"]] == [None, "RF.4b", "RF.4a"]
    again = read(world, saved).json()
    assert again["words"] == ["0 added", "0 changed", "0 that the file does not have stay"]
    assert again["standards"]["standards"] == given
    # The identifiers stay from one saving to the next.
    other = world.client("officer").get(f"{world.school_address}/standards.json").json()
    assert [each["identifier"] for each in other["CFItems"]] == [each["identifier"] for each in package["CFItems"]]


@pytest.mark.parametrize(
    ("given", "said"),
    [
        ("{", "This is not JSON"),
        ({"items": []}, "no list of CFItems"),
        ({"CFItems": [{"fullStatement": "A"}]}, "an identifier of its own"),
        ({"CFItems": [item("a", fullStatement="A"), item("a", fullStatement="B")]}, "an identifier of its own"),
        ({"CFItems": [item("a")]}, "neither a statement nor a code"),
        ({"CFItems": [item(str(each), fullStatement=str(each)) for each in range(1001)]}, "at most 1000 fit"),
        (
            {
                "CFItems": [item("a", fullStatement="A"), item("b", fullStatement="B")],
                "CFAssociations": [child("a", "b", 1), child("b", "a", 1)],
            },
            "in a circle",
        ),
    ],
)
def test_what_is_no_package_is_refused_in_words(world: World, given: Any, said: str) -> None:
    answer = read(world, given)
    assert answer.status_code == 422
    assert said in answer.json()["detail"]


def test_a_class_carries_what_its_work_names_and_what_that_is_part_of(world: World) -> None:
    given = read(world, PACKAGE).json()["standards"]["standards"]
    standards(world, standards=given)
    world.assignments[0].standards = ["Fluency"]
    world.assignments[0].save()
    found = world.client("teacher").get(f"{world.address}/by-standard").json()
    assert [each["name"] for each in found["columns"]] == ["Reading", "Fluency"]
    where = f"{world.address}/by-standard/{world.students[0].pk}"
    level = world.client("teacher").get(where, {"standard": "Fluency"}).json()
    assert (level["code"], level["wording"]) == ("RF.4b", "Reads at an even pace.")


TABLE = """Standards of the year;;;;
Code;Short name;Statement;Part of;Year groups
RF.4b;Fluency;"Reads at an even pace; aloud";RF;01
RF;Reading;;;
;Maps;Reads a map;;02
"""


def read_table(world: World, text: str, name: str = "standards.csv") -> Any:
    file = SimpleUploadedFile(name, text.encode())
    return world.client("officer").post(f"{world.school_address}/standards/file", {"file": file})


def test_a_table_is_laid_over_what_is_there_and_comes_back_as_it_went(world: World) -> None:
    standards(world, standards=[{"name": "Pace", "code": "rf.4b", "wording": "old"}])
    found = read_table(world, TABLE).json()
    assert found["words"] == ["2 added", "1 changed", "0 that the file does not have stay"]
    given = found["standards"]["standards"]
    assert [(each["name"], each["within"], each["code"], each["years"]) for each in given] == [
        ("Pace", "Reading", "RF.4b", "01"),
        ("Reading", None, "RF", ""),
        ("Maps", None, "", "02"),
    ]
    assert standards(world, standards=given).status_code == 200
    saved = world.client("officer").get(f"{world.school_address}/standards.csv").content.decode("utf-8-sig")
    assert saved.splitlines()[0] == "Code,Name,Wording,Part of,Subject,Years"
    again = read_table(world, saved).json()
    assert again["words"] == ["0 added", "0 changed", "0 that the file does not have stay"]


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("a,b\n1,2\n", "names the columns"),
        ("Name,Part of\nOne,Two\n", "Line 2 of standards.csv: Two, which it is part of, has no line of its own"),
        ("Name,Part of\nOne,Two\nTwo,One\n", "is part of itself"),
        ("Name,Code,Years\n,,01\n", "Line 2 of standards.csv has neither a name nor a code nor a wording"),
        ("Name\n" + "x\n" * 1_100, "at most"),
    ],
)
def test_a_table_that_cannot_be_read_is_refused_by_its_line(world: World, text: str, said: str) -> None:
    refused = read_table(world, text)
    assert (refused.status_code, refused.json()["field"]) == (422, "file")
    assert said in refused.json()["detail"]
