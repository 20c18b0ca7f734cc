"""How satellites are worked: judged from the manuals' traits for each radio, and for pairs."""

from dataclasses import replace
from itertools import combinations

import pytest

from vocator.core.channel.channel import Channel, tone_use
from vocator.core.goals.never_send import never_sent
from vocator.core.onair.satellites import Transponder
from vocator.core.outing.set_layout import Entry, Slots, place, stored_set
from vocator.core.outing.working import Part, WayOfWorking, grids_of, judge
from vocator.core.radio.inputs import Tap
from vocator.core.radio.start import start_state
from vocator.files.profile_yaml import model_names
from vocator.usecases.twin.twins import twin_of

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


def test_slots_in_a_row_are_free_ones_first_pass_over_taken_ones_and_stay_in_one_group() -> None:
    def put(model: str, count: int, taken: set[str], free: set[str] = frozenset()) -> list[str]:
        entries = [Entry(k, "", Channel(DOWN, DOWN)) for k in range(count)]
        return [one.slot for one in place(twin_of(model), Slots(frozenset(free), frozenset(taken)), entries, set())]

    assert put("ardvane-finch", 3, {"1", "3", "4"}) == ["5", "6", "7"]
    assert put("ardvane-finch", 2, {"1"}, {"20", "21"}) == ["20", "21"]
    assert put("ardvane-finch", 201, set()) == []
    assert put("oriel-lantern", 5, {f"G0-{n:02d}" for n in range(1, 48)})[0] == "G1-01"


def test_a_set_is_known_again_only_in_turning_order_and_with_its_tone() -> None:
    finch, link = twin_of("ardvane-finch"), Transponder("X", UP, DOWN, "141.3")
    part = Part(0, "both")
    own = [Channel(DOWN, UP - 10_000 + 5_000 * k, tone_use("141.3", None)) for k in range(5)]
    known = {str(10 + k): c for k, c in enumerate(own)}
    assert list(stored_set(finch, Slots(channels=known), part, link, "uplink")) == ["10", "11", "12", "13", "14"]
    known["12"] = replace(own[2], tone=tone_use("67.0", None))
    assert list(stored_set(finch, Slots(channels=known), part, link, "uplink")) in (["10", "11"], ["13", "14"])
    backwards = {str(10 + k): c for k, c in enumerate(own[::-1])}
    assert len(stored_set(finch, Slots(channels=backwards), part, link, "uplink")) == 1


@pytest.mark.parametrize("model", sorted(BEST))
def test_a_slot_that_is_only_heard_sends_nothing_where_the_radio_can(model: str) -> None:
    twin = twin_of(model)
    for hz in (436_500_000, DOWN):
        safe = never_sent(twin, Channel(hz, hz))
        if safe is not None:
            state = start_state(twin, {"memory": {twin.profile.slot_keys[0]: safe.as_dict()}, "mode": "memory"})
            assert twin.act(state, Tap("PTT"))[1].transmitting_hz is None
            assert twin.on_air(state)[0] == hz
        elif twin.profile.may_send(hz):
            assert model in ("castellan-atlas", "oriel-lantern"), "the others can shift far enough in a few clicks"
