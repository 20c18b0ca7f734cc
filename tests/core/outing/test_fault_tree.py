"""The fault tree against the simulated band: every single fault is made to happen, reached, and mended."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.channel.channel import Channel, ToneMode, Width, tone_use
from vocator.core.goals.goal import Beyond
from vocator.core.onair.band import Band, Repeater, Transmission, answer, transmission
from vocator.core.outing.fault_tree import Branch, Case, Fault, line_of, tree
from vocator.core.proving.operator import follow
from vocator.core.radio.display import display
from vocator.core.radio.inputs import Tap
from vocator.core.radio.start import StartError, start_state
from vocator.core.radio.state import Signal, State
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.make_sheet import SheetRequest, make_sheet
from vocator.usecases.programming.resolve_line import resolve_line
from vocator.usecases.twin.band_play import demo_band, opens
from vocator.usecases.twin.twins import twin_of

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


def at_slot(model: str, line: str) -> tuple[Twin, State]:
    """A twin whose slot 7 holds a line, in memory mode on it."""
    twin = twin_of(model)
    memory = {SLOT: channel(line).as_dict()}
    return twin, start_state(twin, {"memory": memory, "mode": "memory", "slot": SLOT})


def mended(model: str, line: str, state: State) -> State:
    """Carry out the sheet that the branch offers, from the radio as it was found."""
    made = make_sheet(SheetRequest(model, SLOT, line))
    return follow(made.twin, made.sheet, state).state


def seen(case: Case, state: State, band: Band, antenna: bool = True) -> dict[Fault, bool]:
    """What an operator answers to each look, told by the twin and the band alone."""
    twin, right = case.twin, case.channel
    held = twin.channel(twin.active(state)) if twin.active(state) else None
    quiet, busy = state._replace(signals=()), state._replace(signals=(Signal(right.rx_hz, "88.5"),))
    sent_hz = twin.act(quiet, Tap("PTT"))[1].transmitting_hz
    refused = twin.act(busy, Tap("PTT"))[1].transmitting_hz is None
    there = twin.profile.slot_index(SLOT)
    on_row = twin.shown_slot(state) is not None and state.positions[state.unit] == there
    repeaters = [r for r in band.repeaters if r.output_hz == right.rx_hz]
    sent, set_to = case.sent, (held.tone.tone_tx or held.tone.dcs_tx) if held else None
    tail = state._replace(signals=(Signal(right.rx_hz),))
    return {
        Fault.ANTENNA: not antenna,
        Fault.UNIT: not on_row,
        Fault.REVERSE: state.reverse,
        Fault.SIGN: sent_hz is not None and sent_hz not in (right.tx_hz, right.rx_hz),
        Fault.TWICE: sent_hz == right.rx_hz != right.tx_hz,
        Fault.TONE_OFF: sent is not None and set_to is None,
        Fault.INVERTED: bool(sent and set_to and sent[:3] == set_to[:3] and sent[3:] != set_to[3:] and sent[-1] in "NI"),
        Fault.TONE: sent is not None and set_to is not None and set_to != sent,
        Fault.CLOSED: right.tone.tone_rx is None and right.tone.dcs_rx is None and not opens(twin, tail),
        Fault.WIDTH: held is not None and held.width is not right.width,
        Fault.BUSY: refused and sent_hz is not None,
        Fault.RECEIVE_ONLY: sent_hz is None,
        Fault.WEAK: any(r.weak for r in repeaters),
        Fault.OFF: any(r.off for r in repeaters),
        Fault.ENDS: False,
        Fault.NOBODY: False,
    }


def reached(case: Case, state: State, band: Band, antenna: bool = True) -> Branch | None:
    """Walk the tree: the first branch whose look the operator answers with "so it is"."""
    told = seen(case, state, band, antenna)
    return next((b for b in tree(case) if told[b.fault]), None)


def answered(twin: Twin, state: State, band: Band, antenna: bool = True) -> bool:
    """Whether a call from a state opens the repeater and its tail is heard."""
    sent_hz = twin.act(state, Tap("PTT"))[1].transmitting_hz
    stored = twin.active(state)
    if sent_hz is None or stored is None or not antenna:
        return False
    opened = answer(band, transmission(twin.channel(stored), sent_hz)).opened
    return opened is not None and opens(twin, state._replace(signals=(_tail(opened),)))


def _tail(r: Repeater) -> Signal:
    code = r.sends if r.sends and r.sends[-1] in "NI" else None
    return Signal(r.output_hz, None if code else r.sends, code)


def on_slot(twin: Twin, state: State) -> State:
    """Memory mode on the slot, as the sheets leave it or after going there."""
    s = state._replace(
        modes=(twin.memory,) * len(state.modes), positions=(twin.profile.slot_index(SLOT) or 0,) * len(state.positions)
    )
    return s._replace(screen=twin.memory, idle_ms=0)


def busy_on(twin: Twin, state: State) -> State:
    assert twin.busy is not None
    return twin.put(state, twin.busy, twin.settings[twin.busy].domain.find_meaning("on") or 0)


@pytest.mark.parametrize("fault", list(SPOILED), ids=str)
@pytest.mark.parametrize("model", ["ardvane-finch", "brisko-slate", "pelorn-wagon", "solvick-trio"])
def test_a_wrongly_stored_channel_does_not_open_is_reached_and_its_sheet_mends_it(model: str, fault: Fault) -> None:
    right, wrong = SPOILED[fault]
    twin = twin_of(model)
    branches = [b.fault for b in tree(Case(channel(right), twin, "007"))]
    if fault is Fault.TWICE and fault not in branches:
        assert not (twin.saves_twice or any(b.verb == "write_split" for s in twin.screens for b in s.bind)), (
            "it has no second save"
        )
        return
    try:
        twin, state = at_slot(model, wrong)
        make_sheet(SheetRequest(model, SLOT, right))
    except (StartError, Beyond):
        assert fault in (Fault.INVERTED, Fault.WIDTH, Fault.TWICE), "this radio cannot be in that state, or has not the right one"
        return
    case = Case(channel(right), twin, "007")
    band = replace(BAND, repeaters=tuple(replace(r, sends=None) for r in BAND.repeaters)) if right == RIDGE else BAND
    assert not answered(twin, state, band)
    branch = reached(case, state, band)
    assert branch is not None and (branch.fault, branch.mend) == (fault, "store")
    after = on_slot(twin, mended(model, right, state))
    assert answered(twin, after, band) and reached(case, after, band) is None


def test_reverse_left_on_is_reached_before_the_sign_and_its_sheet_ends_it() -> None:
    twin, state = at_slot("ardvane-finch", RIDGE)
    case, left = Case(channel(RIDGE), twin, "007"), state._replace(reverse=True)
    assert answered(twin, state, BAND) and not answered(twin, left, BAND)
    branch = reached(case, left, BAND)
    assert branch is not None and branch.fault is Fault.REVERSE
    assert answered(twin, on_slot(twin, mended("ardvane-finch", RIDGE, left)), BAND)


@pytest.mark.parametrize("model", ["ardvane-finch", "brisko-pico", "brisko-slate"])
def test_a_busy_lock_refuses_while_somebody_talks_and_its_sheet_takes_it_off(model: str) -> None:
    twin, state = at_slot(model, RIDGE)
    locked = busy_on(twin, state)
    case = Case(channel(RIDGE), twin, "007")
    talked_over = (Signal(147_330_000, "88.5"),)
    assert not answered(twin, locked._replace(signals=talked_over), BAND) and answered(
        twin, state._replace(signals=talked_over), BAND
    )
    branch = reached(case, locked, BAND)
    assert branch is not None and (branch.fault, branch.mend) == (Fault.BUSY, "busy-lock-off")
    made = make_sheet(SheetRequest(model, "", goal=branch.mend))
    after = on_slot(twin, follow(twin, made.sheet, locked).state)
    assert answered(twin, after._replace(signals=talked_over), BAND) and reached(case, after, BAND) is None


@pytest.mark.parametrize("model", ["brisko-pico", "ardvane-osprey", "oriel-lantern", "solvick-trio"])
def test_the_wrong_row_sends_elsewhere_and_the_sheet_goes_to_the_slot(model: str) -> None:
    slot = "G0-07" if model == "oriel-lantern" else SLOT
    twin = twin_of(model)
    state = start_state(twin, {"memory": {slot: channel(RIDGE).as_dict()}, "mode": "memory", "slot": slot})
    other = state._replace(unit=1, screen=state.modes[1])
    index = twin.profile.slot_index(slot)
    case = Case(channel(RIDGE), twin, twin.profile.slot_text(index or 0))
    assert answered(twin, state, BAND) and not answered(twin, other, BAND)
    branch = next(b for b in tree(case) if b.fault is Fault.UNIT)
    assert tree(case).index(branch) < next(n for n, b in enumerate(tree(case)) if b.fault is Fault.SIGN)
    made = make_sheet(SheetRequest(model, slot, goal=branch.mend))
    assert answered(twin, follow(twin, made.sheet, other).state, BAND)


def test_a_radio_that_does_not_send_there_is_reached_first() -> None:
    twin, state = at_slot("ardvane-finch", "162.550")
    right = channel("162.550")
    assert not answered(twin, state, BAND)
    branch = reached(Case(right, twin, "007"), state, BAND)
    assert branch is not None and branch.fault is Fault.RECEIVE_ONLY and "fail-over" in branch.do


def test_a_closed_receive_side_hears_nothing_until_it_is_stored_open() -> None:
    quiet = Repeater("RIDGE", 147_330_000, 147_930_000, "103.5", None)
    twin, state = at_slot("ardvane-finch", "147.330 input 147.930 t103.5 r103.5 wide")
    tail = (Signal(quiet.output_hz),)
    assert not opens(twin, state._replace(signals=tail))
    assert Fault.CLOSED in [b.fault for b in tree(Case(channel(RIDGE), twin, "007"))]
    after = mended("ardvane-finch", RIDGE, state)
    assert opens(twin, after._replace(signals=tail))


@pytest.mark.parametrize("fault", [Fault.OFF, Fault.WEAK, Fault.ANTENNA])
def test_what_no_key_mends_is_reached_and_says_what_to_do(fault: Fault) -> None:
    twin, state = at_slot("ardvane-finch", RIDGE)
    silent = Band((replace(BAND.repeaters[0], off=fault is Fault.OFF, weak=fault is Fault.WEAK),))
    antenna = fault is not Fault.ANTENNA
    assert not answered(twin, state, silent, antenna)
    for listed_off in (False, True):
        known = Case(channel(RIDGE), twin, "007", "unlikely" if fault is Fault.WEAK else "likely", listed_off)
        branch = reached(known, state, silent, antenna)
        assert branch is not None and branch.fault is fault and branch.mend == ""
    assert tree(Case(channel(RIDGE), twin, "007", "likely", True))[0].fault is Fault.OFF
    assert tree(Case(channel(RIDGE), twin, "007", "unlikely"))[1].fault is Fault.WEAK


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
        assert (Fault.ENDS in faults) == (Fault.NOBODY in faults) == (Fault.OFF not in faults) == (line == "146.550 simplex")
        assert not any("PTT for a moment" in b.look for b in branches), "no page says what shows while it sends"
        assert ("microphone" in next(b for b in branches if b.fault is Fault.ANTENNA).look) == (
            "handheld" not in twin.profile.kind
        )


@pytest.mark.parametrize("model", model_names())
def test_a_look_is_asked_for_only_where_memory_mode_tells_right_from_wrong(model: str) -> None:
    """The slot as it should be and as the fault leaves it look different; what looks alike is said to rest on memory."""
    twin = twin_of(model)
    for fault, (right, wrong) in SPOILED.items():
        if fault in (Fault.TONE, Fault.INVERTED):
            continue
        try:
            shown = [display(*at_slot(model, line)).icons for line in (right, wrong)]
        except StartError:
            continue
        branch = next((b for b in tree(Case(channel(right), twin, "007")) if b.fault is fault), None)
        if branch is not None and branch.seen and "send side" not in branch.look:
            assert shown[0] != shown[1], (fault, branch.look)


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
