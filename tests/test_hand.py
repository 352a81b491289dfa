"""A hand that is faster than the page: keys in any order, hardly one of them waited for, and each score where it was meant."""

import random
import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.pages import saved
from tests.stack import Stack

STUDENTS, WORKS, ACTS = 6, 4, 70
MOVES = {
    "Enter": (1, 0),
    "Shift+Enter": (-1, 0),
    "ArrowDown": (1, 0),
    "ArrowUp": (-1, 0),
    "ArrowRight": (0, 1),
    "ArrowLeft": (0, -1),
}


class Hand:
    """Somebody at the keyboard, and what the grid is to hold by what they did."""

    def __init__(self, page: Page, chance: random.Random) -> None:
        self.page, self.chance = page, chance
        self.row = self.column = 0
        places = [(row, column) for row in range(STUDENTS) for column in range(WORKS)]
        self.texts, self.flags, self.comments = (dict.fromkeys(places, "") for _ in range(3))
        self.done: list[str] = []

    @property
    def here(self) -> tuple[int, int]:
        return self.row, self.column

    def press(self, *keys: str) -> None:
        for key in keys:
            self.page.keyboard.press(key)

    def move(self, by: str = "") -> None:
        by = by or self.chance.choice(list(MOVES))
        self.press(by)
        down, across = MOVES[by]
        self.row = max(0, min(STUDENTS - 1, self.row + down))
        self.column = max(0, min(WORKS - 1, self.column + across))

    def enter(self) -> None:
        self.texts[self.here] = str(self.chance.randint(0, 20))
        self.page.keyboard.type(self.texts[self.here])
        self.move()

    def think_better_of_it(self) -> None:
        self.press("3", "Escape")

    def change(self) -> None:
        if self.texts[self.here] in ("1", "2"):
            self.texts[self.here] += "0"
            self.press("F2", "0")
            self.move("Enter")

    def flag(self) -> None:
        self.press("Space", "t")
        self.flags[self.here] = "late"

    def flag_by_palette(self) -> None:
        self.press("Control+k")
        self.page.keyboard.type("no flag space")
        expect(self.page.get_by_role("listbox", name="Found").get_by_role("option").first).to_contain_text(
            re.compile("no flag", re.IGNORECASE)
        )
        self.press("Enter")
        self.flags[self.here] = ""
        expect(self.page.get_by_role("listbox", name="Found").get_by_role("option").first).to_have_count(0)

    def look_into_the_palette(self) -> None:
        self.press("Control+k", "a", "7", "Escape")

    def comment(self) -> None:
        self.press("Space", "c", "a", "7", "Control+Enter")
        self.comments[self.here] += "a7"

    def empty_several(self) -> None:
        for column in range(self.column, WORKS):
            self.texts[self.row, column] = ""
        self.press(*["Shift+ArrowRight"] * (WORKS - 1 - self.column), "Delete")
        self.column = WORKS - 1
        self.move("ArrowUp")

    def fill_down(self) -> None:
        for row in range(self.row, STUDENTS):
            self.texts[row, self.column] = self.texts[self.here]
        self.press(*["Shift+ArrowDown"] * (STUDENTS - 1 - self.row), "Control+d")
        self.row = STUDENTS - 1
        self.move("ArrowLeft")

    def act(self) -> None:
        acts = {
            self.enter: 8,
            self.move: 3,
            self.think_better_of_it: 1,
            self.change: 2,
            self.flag: 2,
            self.flag_by_palette: 1,
            self.look_into_the_palette: 1,
            self.comment: 1,
            self.empty_several: 1,
            self.fill_down: 1,
        }
        act = self.chance.choices(list(acts), list(acts.values()))[0]
        self.done.append(f"{act.__name__} at {self.here}")
        act()


@pytest.mark.parametrize("seed", [4])
def test_any_keys_in_any_order(seed: int, stack: Stack, somebody: Callable[..., Page]) -> None:
    class_id = stack.add_class("Geography 25", STUDENTS, works=WORKS)
    page = somebody("odalys", f"/class/{class_id}/scores")
    expect(page.locator("[role=gridcell]:focus")).to_have_count(1)
    hand = Hand(page, random.Random(seed))
    hand.press("Control+Home")
    for _ in range(ACTS):
        hand.act()
    saved(page)
    expect(page.locator("[role=gridcell]:focus")).to_have_attribute("aria-colindex", str(hand.column + 3))
    grid = page.request.get(f"/api/v1/classes/{class_id}/scores").json()
    for (row, column), text in hand.texts.items():
        kept = grid["rows"][row]["cells"][str(grid["columns"][column]["id"])]
        meant = text, hand.flags[row, column], hand.comments[row, column]
        assert (kept["text"], kept["flag"], kept.get("comment", "")) == meant, f"at {(row, column)}: {hand.done}"
