"""The plan: from a sheet of paper into an empty class, and a change in the middle of a term that alarms nobody."""

from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.stack import Stack


def test_categories_typed_as_text(stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 6", 3)
    page = somebody("odalys", f"/class/{class_id}/plan")
    text = page.get_by_label("Type or paste the categories with their weights")
    text.fill("Fieldwork and notebooks")
    page.get_by_role("button", name="Make these categories").click()
    expect(page.get_by_role("alert")).to_contain_text("has no name and weight")
    expect(text).to_have_value("Fieldwork and notebooks")
    text.fill("Fieldwork 40, Map tests 35, Notebooks 25")
    page.get_by_role("button", name="Make these categories").click()
    expect(page.get_by_label("Weight of Map tests")).to_have_value("35")
    expect(page.get_by_text("adds up to 100").first).to_be_visible()
    page.get_by_role("button", name="by points, none dropped").first.click()
    page.get_by_label("lowest dropped").select_option("1")
    expect(page.get_by_role("button", name="by points, lowest 1 dropped")).to_be_visible()


def test_a_draft_is_seen_by_both_teachers_and_survives_signing_out(somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", "/class/2/plan")
    weight = page.get_by_label("Weight of Notebooks")
    weight.fill("25")
    weight.press("Enter")
    band = page.get_by_role("region", name="Draft")
    expect(band).to_contain_text("grades would change")
    expect(page.get_by_text("weights add up to 110")).to_be_visible()
    page.get_by_role("button", name="Sign out").click()
    other = somebody("tobin", "/class/2/plan")
    band = other.get_by_role("region", name="Draft")
    other.get_by_role("button", name="Show the list").click()
    expect(other.get_by_text("Notebooks: weighs 15 25")).to_be_visible()
    grade = other.request.get("/api/classes/2/scores").json()["rows"][0]["grade"]["percent"]
    assert grade == "86.0"
    band.get_by_role("button", name="Throw away").click()
    expect(band).to_have_count(0)
    expect(other.get_by_label("Weight of Notebooks")).to_have_value("15")


def test_a_ground_rule_shows_what_it_makes_of_a_grade_and_is_applied_and_undone(somebody: Callable[..., Page]) -> None:
    page = somebody("odalys", "/class/4/plan")
    page.get_by_role("button", name="made of every assignment alike").click()
    group = page.locator("fieldset")
    expect(group).to_contain_text("it makes")
    group.get_by_label("made of all points in one pool").check()
    band = page.get_by_role("region", name="Draft")
    expect(band).to_contain_text("grades would change")
    band.get_by_role("button", name="Apply to").click()
    expect(band).to_have_count(0)
    expect(page.get_by_role("button", name="made of all points in one pool")).to_be_visible()
    page.get_by_role("heading", name="Stage Craft 10").click()
    page.keyboard.press("Control+z")
    expect(page.get_by_role("button", name="made of every assignment alike")).to_be_visible()
