"""How satellites are worked: judged from the manuals' traits for each radio, and for pairs."""

from itertools import combinations

import pytest

from vocator.core.outing.working import WayOfWorking, contiguous, grids_of, judge
from vocator.files.profile_yaml import model_names
from vocator.usecases.twins import twin_of

DOWN, UP = 145_960_000, 435_350_000
BEST = {
    # what each manual's page allows for a 2 m / 70 cm satellite
    "ardvane-finch": "slots", "ardvane-heron": "full_duplex", "ardvane-osprey": "full_duplex", "brisko-pico": "slots", "brisko-slate": "slots",
    "castellan-atlas": "slots", "castellan-meridian": None, "oriel-lantern": "two_watch", "oriel-wick": None, "pelorn-hiker": "slots",
    "pelorn-wagon": None, "solvick-trio": None,
}  # fmt: skip


@pytest.mark.parametrize("model", sorted(BEST))
@pytest.mark.parametrize(("down", "up"), [(DOWN, UP), (437_650_000, 145_920_000)])
def test_each_radio_alone_is_worked_as_its_page_allows(model: str, down: int, up: int) -> None:
    found = judge([twin_of(model)], down, up)
    assert (str(found[0].way) if found[0].possible else None) == BEST[model]
    assert [j.recommended for j in found].count(True) == (BEST[model] is not None)
    assert all(j.why for j in found)
    assert all(bool(j.loses) and bool(j.parts) for j in found if j.possible)


def test_a_catalogue_without_gaps() -> None:
    assert sorted(BEST) == sorted(model_names())


def test_two_radios_are_full_duplex_exactly_where_one_sends_and_the_other_hears() -> None:
    for a, b in combinations(sorted(BEST), 2):
        twins = [twin_of(a), twin_of(b)]
        possible = any(x.profile.may_send(UP) and y.profile.receives(DOWN) for x, y in (twins, twins[::-1]))
        alone = any(BEST[m] == "full_duplex" for m in (a, b))
        found = {j.way: j for j in judge(twins, DOWN, UP)}
        assert found[WayOfWorking.FULL_DUPLEX].possible == (possible or alone), (a, b)


def test_grids_are_those_the_radio_can_really_be_set_to() -> None:
    assert grids_of(twin_of("ardvane-finch"), DOWN)[0] == 5000
    assert 2500 in grids_of(twin_of("brisko-slate"), DOWN)
    assert 2500 not in grids_of(twin_of("ardvane-finch"), DOWN)
    assert grids_of(twin_of("oriel-wick"), UP) == []


def test_slots_in_a_row_pass_over_taken_ones_and_stay_in_one_group() -> None:
    finch, lantern = twin_of("ardvane-finch"), twin_of("oriel-lantern")
    assert contiguous(finch, 3, {"1", "3", "4"}) == ["5", "6", "7"]
    assert contiguous(finch, 201, set()) == []
    taken = {f"G0-{n:02d}" for n in range(1, 48)}
    assert contiguous(lantern, 5, taken)[0] == "G1-01"
