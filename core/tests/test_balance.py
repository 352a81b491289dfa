"""What sharing out a whole promises."""

from fractions import Fraction

from gradecore.balance import as_numbers, evened_out, in_proportion, rebalanced, room_made
from hypothesis import given
from hypothesis import strategies as st

PARTS = st.lists(st.integers(0, 40), min_size=2, max_size=8).filter(any)


@given(PARTS, st.data())
def test_setting_one_share_leaves_a_whole_and_what_is_kept(parts: list[int], data: st.DataObject) -> None:
    shares = [Fraction(each, sum(parts)) for each in parts]
    kept = data.draw(st.lists(st.booleans(), min_size=len(parts), max_size=len(parts)))
    at = data.draw(st.integers(0, len(parts) - 1))
    share = Fraction(data.draw(st.integers(0, 100)), 100)
    found = rebalanced(shares, kept, at, share)
    assert found[at] == share
    others = [place for place in range(len(parts)) if place != at]
    assert all(found[place] == shares[place] for place in others if kept[place])
    free = [place for place in others if not kept[place]]
    if free:
        fixed = share + sum(shares[place] for place in others if kept[place])
        assert sum(found) == max(Fraction(1), fixed)
        assert all(found[one] * shares[other] == found[other] * shares[one] for one in free for other in free)


@given(PARTS)
def test_shares_are_kept_as_numbers_in_their_proportions(parts: list[int]) -> None:
    numbers = as_numbers([Fraction(each, sum(parts)) for each in parts])
    assert [each / sum(numbers) for each in numbers] == [Fraction(each, sum(parts)) for each in parts]
    assert all(each.denominator == 1 for each in numbers)


def test_shares_too_fine_for_whole_numbers_are_kept_as_percents() -> None:
    fine = [Fraction(1, 99_991), Fraction(99_990, 99_991), Fraction(1, 99_989)]
    assert all((each * 10_000).denominator == 1 for each in as_numbers(fine))


@given(st.integers(0, 10_000), st.integers(1, 12))
def test_what_is_evened_out_adds_up_and_is_as_alike_as_it_can_be(hundredths: int, count: int) -> None:
    parts = evened_out(Fraction(hundredths, 100), count)
    assert sum(parts) == Fraction(hundredths, 100)
    assert max(parts) - min(parts) <= Fraction(1, 100)


@given(PARTS, st.data())
def test_room_is_made_without_what_was_typed(parts: list[int], data: st.DataObject) -> None:
    typed = data.draw(st.lists(st.booleans(), min_size=len(parts), max_size=len(parts)))
    shares = [Fraction(each) for each in parts]
    new, found = room_made(shares, typed)
    if any(typed):
        assert new + sum(found) == sum(shares)
        assert all(found[place] == shares[place] for place, is_typed in enumerate(typed) if is_typed)
    else:
        assert found == shares
    assert (new == 0) == (
        all(typed) or not any(each for each, is_typed in zip(parts, typed, strict=True) if not is_typed)
    )


@given(PARTS, st.integers(0, 10_000))
def test_a_rest_in_proportion_is_shared_out_whole(parts: list[int], hundredths: int) -> None:
    rest = Fraction(hundredths, 100)
    found = in_proportion(rest, [Fraction(each) for each in parts])
    assert sum(found) == rest
    assert all(abs(each - rest * part / sum(parts)) < Fraction(1, 100) for each, part in zip(found, parts, strict=True))
