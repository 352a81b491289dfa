"""The pictures of the main views, from the demo: ``./hoarfrost shots``."""

from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.pages import choose, saved
from tests.stack import Stack

SHOTS = Path(__file__).parents[1] / "docs" / "screenshots"


JANUARY = """Adm. no.\tSurname\tForename\tTeaching group\tParent e-mail\tHouse
8204\tÅkerlund\tSigne\tGeography 8 A\t\tNorth
8208\tNowicki\tLena\tGeography 8 B\t\tNorth
8290\tJovanović\tMila\tGeography 8 B\t\tNorth
8291\tSundqvist\tPilar\tGeography 8 B\tpilar@home.example\tNorth
\tElva\tÞórdís\tGeography 8 B\t\tNorth
82O1\tAdeyemi\tTolu\tGeography 8 B\t\tNorth
"""


NOTEBOOKS = """Name\tMap 4\tTalk [20]\tTotal
Signe Åkerlund\t41\t18\t59
Tolu Adeyemi\t399\t16\t415
Dvořáček, Matěj\t36\taway\t36
Lena Novak\t38\t15,5\t53,5
Celestine Moreau\t44\t19\t63
Wren Sparrow\t40\t17\t57
"""


def shoot(page: Page, name: str, words: str) -> None:
    expect(page.get_by_text(words).first).to_be_visible()
    page.evaluate("document.fonts.ready.then(() => true)")
    page.screenshot(path=SHOTS / f"{name}.png", animations="disabled")


def test_shots(stack: Stack, somebody: Callable[..., Page]) -> None:
    SHOTS.mkdir(parents=True, exist_ok=True)
    page = somebody("odalys")
    shoot(page, "today", "Needs you")
    for place, words in (
        ("plan", "How quarter 2 is made"),
        ("scores", "spread, 40 to 100 %"),
    ):
        page.goto(f"/class/2/{place}")
        if place == "scores":
            page.get_by_role("gridcell", name="Matěj Dvořáček, Map test 4").click()
            expect(page.get_by_text("Did you mean 50?")).to_be_visible()
        shoot(page, place, words)
    page.goto("/class/2/spread")
    choose(page, "Add a step", "draw a straight line")
    for label, percent in (("percent as it is", "60"), ("percent that it becomes", "65")):
        page.get_by_label(f"Step 1: point 1, {label}").fill(percent)
        page.keyboard.press("Tab")
    expect(page.get_by_role("button", name="Apply to 27 grades")).to_be_visible()
    expect(page.get_by_text("13 marks would change")).to_be_visible()
    saved(page)
    shoot(page, "spread", "How the class lies")
    page.get_by_role("button", name="Throw away").click()
    page.goto("/class/2/report")
    page.get_by_role("button", name="Moreau , Célestine").click()
    page.get_by_label("Comment bank").fill("ask for help")
    shoot(page, "report", "Last time, quarter 1")
    page.goto("/class/2/stack")
    choose(page, "Assignment", "Map test 4: watersheds")
    page.get_by_label("Name on the paper").fill("no")
    shoot(page, "stack", "When the pile is through")
    page.goto("/class/2/student/33")
    shoot(page, "student", "How the grade comes about")
    page.goto("/class/2/stack")
    choose(page, "Assignment", "Lake atlas")
    page.get_by_label("Name on the paper").fill("signe")
    page.get_by_label("Name on the paper").press("Enter")
    shoot(page, "criteria", "Shows why, and what would change it.")
    homeroom = somebody("tobin", "/class/5/scores/standard")
    homeroom.get_by_role("gridcell", name="Ottilie Eriksen, Reading:").click()
    shoot(homeroom, "standards", "What it goes into")
    phone = somebody("odalys", "/class/2/stack", width=390, height=844)
    choose(phone, "Assignment", "Map test 4: watersheds")
    phone.get_by_label("Name on the paper").fill("no")
    phone.get_by_role("listbox", name="Students found").get_by_role("option").first.click()
    shoot(phone, "stack-phone", "Next paper")
    page.goto("/class/2/plan")
    for name, weight in (("Fieldwork", "30"), ("Map tests", "30"), ("Notebooks", "10")):
        field = page.get_by_label(f"Weight of {name}")
        field.fill(weight)
        field.press("Enter")
        # The weight in force stands beside it, struck out, once it is drafted.
        expect(page.locator("td", has=field).locator("s")).to_be_visible()
    page.get_by_role("button", name="Show the list").click()
    page.evaluate("scrollTo(0, 0)")
    shoot(page, "plan-draft", "marks change")
    page.get_by_role("button", name="Throw away").click()
    expect(page.get_by_role("region", name="Draft")).to_have_count(0)
    page.goto("/class/1/send")
    shoot(page, "send", "not in this class")
    page.goto("/class/2/files?what=scores-in")
    page.get_by_label("or paste what you copied").fill(NOTEBOOKS)
    page.get_by_role("button", name="Look at what it would change").click()
    shoot(page, "scores-file", "Nothing is changed yet")
    page.goto("/class/2/scores")
    page.get_by_role("button", name="Célestine Moreau").click()
    shoot(page, "working", "the mark, which begins at")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Night").click()
    page.goto("/class/2/scores")
    shoot(page, "scores-night", "spread, 40 to 100 %")
    family = somebody("ingrid")
    family.goto("/family/29?class=2")
    expect(family.get_by_role("region", name="How it comes about").get_by_role("table")).to_be_visible()
    shoot(family, "family", "What it would take")
    family.goto("/family/29/card?term=3")
    shoot(family, "report-card", "Save as PDF")
    officer = somebody("mirela")
    officer.goto("/school/people?role=student&open=29")
    # The panel beside the list says so, and the trail has come.
    expect(officer.get_by_role("heading", name="Guardians")).to_be_visible()
    expect(officer.get_by_role("link", name="Register")).to_be_visible()
    shoot(officer, "school-people", "Save all that is kept about them")
    officer.goto("/school/people?open=file")
    officer.get_by_label("or paste what you copied").fill(JANUARY)
    officer.get_by_role("button", name="Look at what it would change").click()
    shoot(officer, "school-draft", "Nothing is changed until you apply it")
    officer.get_by_role("button", name="Throw away").click()
    expect(officer.get_by_role("table", name="Students")).to_be_visible()
