"""The notation of keys: what it means, and what it refuses."""

import pytest

from support.hands import Hands, channel
from vocator.core.radio.actions import ActionError, parse_actions
from vocator.core.radio.inputs import Chord, Hear, Hold, Tap, Turn, Wait
from vocator.core.radio.perform import Tally, UntilFailed, perform
from vocator.core.radio.state import Signal
from vocator.usecases.twin.twins import twin_of

FINCH, PICO, HERON, HIKER = (twin_of(m) for m in ("ardvane-finch", "brisko-pico", "ardvane-heron", "pelorn-hiker"))


@pytest.mark.parametrize(
    ("twin", "text", "inputs"),
    [
        (FINCH, "[FN]", [Tap("FN")]),
        (FINCH, "push [FN]", [Tap("FN")]),
        (FINCH, "[FN 1s]", [Hold("FN", 1000)]),
        (FINCH, "[FN 1.5s]", [Hold("FN", 1500)]),
        (FINCH, "[MON]+[BAND]", [Chord("MON", Tap("BAND"))]),
        (HERON, "[PTT]+[SET 1s]", [Chord("PTT", Hold("SET", 1000))]),
        (FINCH, "[FN]+DIAL +2", [Chord("FN", Turn("DIAL", 2))]),
        (FINCH, "146550", [Tap(d) for d in "146550"]),
        (FINCH, "DIAL +3", [Turn("DIAL", 3)]),
        (FINCH, "DIAL -2", [Turn("DIAL", -2)]),
        (FINCH, "DIAL −2", [Turn("DIAL", -2)]),
        (HERON, "RDIAL +1", [Turn("RDIAL", 1)]),
        (FINCH, "wait 7s", [Wait(7000)]),
        (FINCH, "wait 0.5s", [Wait(500)]),
        (FINCH, "hear 147.330", [Hear(Signal(147_330_000))]),
        (FINCH, "hear 147.330 103.5", [Hear(Signal(147_330_000, "103.5"))]),
        (FINCH, "hear 147.330 d023", [Hear(Signal(147_330_000, None, "023N"))]),
        (FINCH, "hear 430.9375 d023I", [Hear(Signal(430_937_500, None, "023I"))]),
        (FINCH, "hear nothing", [Hear(None)]),
        (
            PICO,
            "[MENU] 29 [MENU] 003 [MENU]",
            [Tap("MENU"), Tap("2"), Tap("9"), Tap("MENU"), Tap("0"), Tap("0"), Tap("3"), Tap("MENU")],
        ),
        (HIKER, "8 FN 666", [Tap("8"), Tap("FN"), Tap("6"), Tap("6"), Tap("6")]),
    ],
)
def test_each_form_is_read(twin, text, inputs):
    assert [i for a in parse_actions(twin.profile, text) for i in a.inputs] == inputs


@pytest.mark.parametrize(
    ("twin", "text", "texts"),
    [
        (FINCH, "DIAL until CT.HZ [FN] DIAL- until 0.60 [FN]", ["DIAL until CT.HZ", "[FN]", "DIAL- until 0.60", "[FN]"]),
        (FINCH, "[FN] 2 until H · [FN 1s] DIAL until 007 [FN]", ["[FN] 2 until H", "[FN 1s]", "DIAL until 007", "[FN]"]),
        (
            HERON,
            "[SET] RDIAL until CTCSS HZ [RDIAL] RDIAL until 118.8 [RDIAL]",
            ["[SET]", "RDIAL until CTCSS HZ", "[RDIAL]", "RDIAL until 118.8", "[RDIAL]"],
        ),
        (PICO, "UP until 5.0 [MENU]", ["UP until 5.0", "[MENU]"]),
        (
            HIKER,
            "DIAL until TX 141.3 [MENU] DIAL until RX OFF [MENU]",
            ["DIAL until TX 141.3", "[MENU]", "DIAL until RX OFF", "[MENU]"],
        ),
        (PICO, "[A/B] until B", ["[A/B] until B"]),
        (FINCH, "DIAL until 007 wait 2s [FN]", ["DIAL until 007", "wait 2s", "[FN]"]),
    ],
)
def test_until_reaches_to_the_next_action(twin, text, texts):
    assert [a.text for a in parse_actions(twin.profile, text)] == texts


@pytest.mark.parametrize(
    "text",
    ["[NOKEY]", "[FN 1x]", "KNOB +3", "until +", "2 until H", "DIAL until", "touch TONE", "type RIDGE", "hear", "%", "[FN"],
)
def test_what_is_no_action_is_refused_with_what_is_allowed(text):
    with pytest.raises(ActionError) as refused:
        parse_actions(FINCH.profile, text)
    assert refused.value.allowed


def test_until_takes_no_click_when_it_shows_already_and_turns_back_at_an_end():
    tally = Tally()
    state = Hands("ardvane-osprey").press("[MENU] LDIAL until STEP").state
    osprey = twin_of("ardvane-osprey")
    (same,) = parse_actions(osprey.profile, "LDIAL until STEP")
    assert perform(osprey, state, same, tally).state == state
    assert tally.clicks == 0
    (back,) = parse_actions(osprey.profile, "LDIAL until SHIFT")
    perform(osprey, state, back, tally)
    assert tally.clicks == 5 + 1 + 11


def test_until_compares_the_whole_and_fails_after_a_full_round():
    radio = Hands("ardvane-finch").press("[FN] 0 DIAL until SHIFT [FN]")
    for wrong in ("OF", "−+", "on", "off"):
        with pytest.raises(UntilFailed) as failed:
            radio.press(f"DIAL until {wrong}")
        assert failed.value.shown.main in ("OFF", "−", "+")


def test_until_at_rest_compares_main_line_unit_power_and_icons():
    finch = Hands("ardvane-finch", memory={"3": channel(146_550_000), "9": channel(146_580_000)}, mode="memory")
    assert finch.press("DIAL until 009").seen.slot == "009"
    assert finch.press("DIAL until 146.550").seen.slot == "003"
    assert Hands("ardvane-finch").press("DIAL until 144.050").main == "144.050"
    assert Hands("brisko-pico").press("[A/B] until B").seen.row == "B"
    assert Hands("ardvane-finch").press("[FN] 2 until L").vfo.power == "LOW"
    assert Hands("ardvane-finch").press("[FN] 2 until MID").vfo.power == "MID"


def test_presses_are_counted_as_a_hand_makes_them():
    tally = Tally()
    state = FINCH.start
    for text in ("146550", "[FN] 0", "DIAL until SHIFT", "[FN]", "DIAL until +", "[FN]", "wait 8s", "[FN 1s]"):
        for action in parse_actions(FINCH.profile, text):
            state = perform(FINCH, state, action, tally).state
    assert (tally.taps, tally.digits, tally.holds, tally.hold_ms, tally.wait_ms) == (3, 7, 1, 1000, 8000)
    assert tally.clicks == 9 + 2


@pytest.mark.parametrize(
    "line",
    [
        "DIAL +100001",
        "DIAL -99999999",
        f"DIAL +{'9' * 5000}",
        "wait 86401s",
        f"wait {'9' * 400}s",
        "[FN 601s]",
        f"[FN]+[UP {'9' * 310}s]",
    ],
)
def test_more_than_a_hand_does_is_refused_before_it_keeps_the_twin_busy(line):
    with pytest.raises(ActionError, match="at most"):
        parse_actions(FINCH.profile, line)
