"""The fault tree against the simulated band: every single fault is made to happen, reached, and mended."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.channel.channel import Channel, ToneMode, Width, tone_use
from vocator.core.keying.operator import follow
from vocator.core.onair.band import Band, Repeater, Transmission, answer, transmission
from vocator.core.outing.fault_tree import Case, Fault, line_of, tree
from vocator.core.radio.start import start_state
from vocator.core.radio.state import Signal, State
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import model_names
from vocator.usecases.band_play import demo_band, opens
from vocator.usecases.make_sheet import SheetRequest, make_sheet
from vocator.usecases.resolve_line import resolve_line
from vocator.usecases.twins import twin_of

SLOT = "7"
RIDGE = "147.330 input 147.930 t103.5 wide"
SHOAL = "442.100 input 447.100 d023N narrow"
BAND = Band(
    (
        Repeater("RIDGE", 147_330_000, 147_930_000, "103.5"),
        Repeater("SHOAL", 442_100_000, 447_100_000, "023N", "023N", Width.NARROW),
    )
)

SPOILED = {
    # fault: (the line as it should be, the line as it was wrongly stored)
    Fault.SIGN: (RIDGE, "147.330 input 146.730 t103.5 wide"),
    Fault.TONE_OFF: (RIDGE, "147.330 input 147.930 no tone wide"),
    Fault.TONE: (RIDGE, "147.330 input 147.930 t110.9 wide"),
    Fault.TWICE: (RIDGE, "147.330 simplex t103.5 wide"),
    Fault.WIDTH: (SHOAL, "442.100 input 447.100 d023N wide"),
    Fault.INVERTED: (SHOAL, "442.100 input 447.100 d023I narrow"),
}


def channel(line: str) -> Channel:
    return resolve_line(line).channel


def sends(twin: Twin, state: State) -> Transmission:
    stored = twin.active(state)
    assert stored is not None
    held = twin.channel(stored)
    assert held.tx_hz is not None
    return transmission(held, held.tx_hz)


def at_slot(model: str, line: str) -> tuple[Twin, State]:
    """A twin whose slot 7 holds a line, in memory mode on it."""
    twin = twin_of(model)
    memory = {SLOT: channel(line).as_dict()}
    return twin, start_state(twin, {"memory": memory, "mode": "memory", "slot": SLOT})


def mended(model: str, line: str, state: State) -> State:
    """Carry out the sheet that the branch offers, from the radio as it was found."""
    made = make_sheet(SheetRequest(model, SLOT, line))
    return follow(made.twin, made.sheet, state).state


@pytest.mark.parametrize("fault", list(SPOILED), ids=str)
@pytest.mark.parametrize("model", ["ardvane-finch", "brisko-slate"])
def test_a_wrongly_stored_channel_does_not_open_is_reached_and_its_sheet_mends_it(model: str, fault: Fault) -> None:
    right, wrong = SPOILED[fault]
    twin = twin_of(model)
    if fault is Fault.INVERTED and model == "ardvane-finch":
        assert fault in [b.fault for b in tree(Case(channel(right), twin, "007"))]
        return
    if fault is Fault.TWICE and model == "brisko-slate":
        assert fault not in [b.fault for b in tree(Case(channel(right), twin, "007"))], "it has no second save"
        return
    twin, state = at_slot(model, wrong)
    assert answer(BAND, sends(twin, state)).opened is None
    branches = {b.fault: b for b in tree(Case(channel(right), twin, "007"))}
    assert branches[fault].mend == "store"
    after = mended(model, right, state)
    assert answer(BAND, sends(twin, after)).opened is not None


def test_a_closed_receive_side_hears_nothing_until_it_is_stored_open() -> None:
    quiet = Repeater("RIDGE", 147_330_000, 147_930_000, "103.5", None)
    twin, state = at_slot("ardvane-finch", "147.330 input 147.930 t103.5 r103.5 wide")
    tail = (Signal(quiet.output_hz),)
    assert not opens(twin, state._replace(signals=tail))
    assert Fault.CLOSED in [b.fault for b in tree(Case(channel(RIDGE), twin, "007"))]
    after = mended("ardvane-finch", RIDGE, state)
    assert opens(twin, after._replace(signals=tail))


@pytest.mark.parametrize(("change", "fault"), [({"off": True}, Fault.OFF), ({"weak": True}, Fault.WEAK)])
def test_what_no_key_mends_is_reached_and_says_what_to_do(change: dict, fault: Fault) -> None:
    twin, state = at_slot("ardvane-finch", RIDGE)
    silent = Band((replace(BAND.repeaters[0], **change),))
    assert answer(silent, sends(twin, state)).opened is None
    known = Case(channel(RIDGE), twin, "007", "unlikely" if fault is Fault.WEAK else "likely", fault is Fault.OFF)
    branches = tree(known)
    assert branches[0].fault is (Fault.OFF if fault is Fault.OFF else Fault.ANTENNA)
    assert fault in [b.fault for b in branches[:2]]
    assert next(b for b in branches if b.fault is fault).mend == ""


@pytest.mark.parametrize("model", model_names())
def test_every_branch_is_worded_and_fits_its_radio(model: str) -> None:
    twin = twin_of(model)
    for line in (RIDGE, SHOAL, "146.550 simplex"):
        branches = tree(Case(channel(line), twin, "007"))
        assert [b.weight for b in branches] == sorted((b.weight for b in branches), reverse=True)
        assert len({b.fault for b in branches}) == len(branches)
        assert all(b.look and b.wrong and b.do.endswith(".") for b in branches)
        faults = {b.fault for b in branches}
        assert (Fault.UNIT in faults) == (len(twin.profile.units) > 1)
        assert (Fault.SIGN in faults) == (line != "146.550 simplex")
        assert (Fault.INVERTED in faults) == (line == SHOAL)


SIDES = st.sampled_from([(None, None), ("103.5", None), ("103.5", "103.5"), ("023N", "023N"), ("754I", "754I")])


@given(st.integers(29_000, 29_400), st.sampled_from([0, 600_000, -600_000]), SIDES, st.sampled_from(list(Width)))
def test_a_channels_line_stands_for_the_channel_again(
    step: int, offset: int, sides: tuple[str | None, str | None], width: Width
) -> None:
    rx = step * 5_000
    made = Channel(rx, rx + offset, tone_use(*sides), width)
    found = resolve_line(line_of(made)).channel
    assert found.with_label(None) == made
    assert made.tone.mode is not ToneMode.CROSS


def test_the_demonstrations_band_knows_no_other_reason_than_the_tree() -> None:
    reasons = {"off", "weak", "no tone", "tone", "width", "shift", "sign", "frequency"}
    for r in demo_band().repeaters:
        for sent in (Transmission(r.input_hz, None, Width.WIDE), Transmission(r.output_hz, "67.0", Width.WIDE)):
            assert {why for _, why in answer(demo_band(), sent).faults} <= reasons
