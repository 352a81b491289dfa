"""Placeholders and the checks of comments as texts."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from reports.placeholders import FORMS, left_in, resolve, values
from reports.text_checks import Named, other_names, same_texts, wrong_pronouns

LENA = Named(1, "Lena", "Novak", "she")
LERATO = Named(2, "Lerato", "Mokoena", "they")
INIGO = Named(3, "Íñigo", "Castellanos", "he")
WILL = Named(4, "Will", "Mark", "he")
CLASS = [LENA, LERATO, INIGO, WILL]


@pytest.mark.parametrize(
    ("pronouns", "text"),
    [
        ("she", "She asks; her work is hers. Fin has done it herself."),
        ("he", "He asks; his work is his. Fin has done it himself."),
        ("they", "They ask; their work is theirs. Fin has done it themself."),
    ],
)
def test_placeholders_become_the_students_own(pronouns: str, text: str) -> None:
    own = values("Fin", pronouns, best="", weakest="", missing="")
    assert resolve("{They} ask{s}; {their} work is {theirs}. {name} has done it { themself }.", own) == text


def test_a_placeholder_for_which_there_is_nothing_stays_and_is_found() -> None:
    own = values("Fin", "he", best="Fieldwork", weakest="", missing="")
    text = resolve("{name}: {best}, {weakest}, {missing}, {colour}.", own)
    assert text == "Fin: Fieldwork, {weakest}, {missing}, {colour}."
    assert left_in(text) == ["{weakest}", "{missing}", "{colour}"]


@given(st.text(max_size=200), st.sampled_from(sorted(FORMS)))
def test_a_text_without_placeholders_is_left_as_it_is(text: str, pronouns: str) -> None:
    own = values("Fin", pronouns, best="b", weakest="w", missing="m")
    resolved = resolve(text, own)
    assert resolved == text or left_in(text)
    assert resolve(resolved, own) == resolved or "{" in resolved


@pytest.mark.parametrize(
    ("text", "about", "found"),
    [
        ("Lena and Lerato worked together.", LENA, ["Lerato"]),
        ("Lerato’s maps are good.", LENA, ["Lerato"]),
        ("Lena works. It will help.", LENA, []),
        ("Inigo asks.", LENA, ["Íñigo"]),
        ("lerato", LENA, []),
        ("A good Mark. Will is helpful.", WILL, []),
        ("Will she ask?", LENA, ["Will"]),
    ],
)
def test_another_students_name_is_found(text: str, about: Named, found: list[str]) -> None:
    assert other_names(text, about, CLASS) == found


def test_a_given_name_of_two_words_is_found_as_both() -> None:
    anna = Named(8, "Anna Maria", "Silva", "she")
    assert other_names("Lena helped Anna Maria.", LENA, [LENA, anna]) == ["Anna Maria"]
    assert other_names("Lena helped Anna.", LENA, [LENA, anna]) == []


def test_the_name_of_a_namesake_is_ones_own() -> None:
    assert other_names("Lena works well.", LENA, [LENA, Named(9, "Lena", "Novak", "she")]) == []


@pytest.mark.parametrize(
    ("text", "about", "found"),
    [
        ("She gave his work back to Him.", LENA, ["his", "Him"]),
        ("They share the work.", LENA, []),
        ("Her maps are good.", INIGO, ["Her"]),
        ("He and she", LERATO, ["He", "she"]),
        ("The theme is hers", LENA, []),
    ],
)
def test_pronouns_that_do_not_fit(text: str, about: Named, found: list[str]) -> None:
    assert wrong_pronouns(text, about) == found


def test_the_same_text_but_for_names_and_pronouns_is_the_same() -> None:
    texts = [
        (LENA, "Lena works well. She asks."),
        (INIGO, "Íñigo works well.  He asks."),
        (WILL, "Will works well. He asks."),
        (LERATO, "Lerato draws."),
    ]
    assert same_texts(texts) == {1: 2, 3: 2, 4: 2}
    assert same_texts(texts[1:]) == {}
