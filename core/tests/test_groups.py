"""Groups: everybody in one, nearly the same size, and what each way promises."""

from fractions import Fraction

from gradecore.groups import alike, by_draw, mixed
from hypothesis import given
from hypothesis import strategies as st

standings = st.dictionaries(
    st.text("abcdef", min_size=1, max_size=4), st.none() | st.integers(0, 100).map(Fraction), min_size=2, max_size=40
)


@given(standings, st.integers(1, 12), st.integers())
def test_everybody_is_in_one_group_and_sizes_differ_by_one(
    standing: dict[str, Fraction | None], count: int, seed: int
) -> None:
    for groups in (by_draw(list(standing), count, seed), mixed(standing, count, seed), alike(standing, count, seed)):
        assert sorted(each for group in groups for each in group) == sorted(standing)
        sizes = [len(each) for each in groups]
        assert len(groups) == count
        assert max(sizes) - min(sizes) <= 1


@given(st.integers(2, 6), st.integers(2, 6), st.integers())
def test_mixed_groups_come_to_nearly_the_same(count: int, size: int, seed: int) -> None:
    standing = {str(each): Fraction(each) for each in range(count * size)}
    means = [sum((standing[each] or Fraction(0)) for each in group) / size for group in mixed(standing, count, seed)]
    # Two rounds make up for each other; an odd one leaves what lies between its first and its last.
    assert max(means) - min(means) <= Fraction(count - 1, size) * (size % 2)


@given(standings, st.integers(1, 6), st.integers())
def test_who_stands_alike_is_together_the_highest_first(
    standing: dict[str, Fraction | None], count: int, seed: int
) -> None:
    values = [standing[each] for group in alike(standing, count, seed) for each in group]
    numbers = [each for each in values if each is not None]
    assert numbers == sorted(numbers, reverse=True)
    assert values == [*numbers, *[None] * (len(values) - len(numbers))]


def test_a_draw_can_be_repeated_and_another_is_another() -> None:
    students = [str(each) for each in range(30)]
    assert by_draw(students, 5, 1) == by_draw(students, 5, 1) != by_draw(students, 5, 2)
