"""Six made-up radios that are like none of those that ship: what their pages say is what their descriptions do."""

import re
from functools import cache

import pytest

from support.hands import Hands
from vocator.core.channel.channel import Channel, tone_use
from vocator.core.goals.goal import Goal
from vocator.core.planning.planner import plan
from vocator.core.proving.from_every_state import prove_from_every_state
from vocator.core.proving.prover import Verdict
from vocator.core.radio.audit import traps, unreachable
from vocator.core.radio.perform import UntilFailed, carry_out
from vocator.core.radio.report import memory_dict
from vocator.core.radio.start import start_state
from vocator.core.radio.twin import Twin
from vocator.files.profile_parts import PROFILES
from vocator.files.profile_yaml import build
from vocator.files.strict_yaml import load_yaml
from vocator.usecases.profiles.fuzz_profile import fuzz_profile
from vocator.usecases.programming.goal_table import cell

PAGES = PROFILES.parents[3] / "docs" / "workshop-examples"
MODELS = sorted(p.stem for p in PAGES.glob("*.yaml"))


@cache
def twin_of(model: str) -> Twin:
    return Twin(build(load_yaml(PAGES / f"{model}.yaml"), None, "r2"))


PRESUMED = {
    "hasp-coil": {"vfo": {"rx_hz": 145_000_000}, "memory": {"1": {"rx_hz": 145_500_000}, "2": {"rx_hz": 145_600_000}}},
    "veltry-mote": {"settings": {"AUTO SHIFT": "OFF"}},
    "immer-dale": {"settings": {"AUTO": "OFF"}, "memory": {"B.01": {"rx_hz": 145_500_000}}, "slot": "B.01"},
    "tollen-reed": {"settings": {"AUTO": "OFF"}},
}
WRITTEN = {
    "quarrow-tine": ("7", 146_940_000, 146_340_000, "123.0", None),
    "veltry-mote": ("31", 443_350_000, 448_350_000, "100.0", None),
    "immer-dale": ("B.05", 145_230_000, 144_630_000, "88.5", None),
    "hasp-coil": ("3", 146_610_000, 146_010_000, "88.5", None),
    "tollen-reed": ("44", 224_700_000, 223_100_000, "110.9", "HILL"),
    "nobbin-pebble": ("12", 146_610_000, 146_010_000, "88.5", None),
}


@pytest.mark.parametrize("model", MODELS)
def test_the_example_of_a_page_writes_the_channel_that_it_names(model):
    page = (PAGES / f"{model}.md").read_text(encoding="utf-8")
    twin = twin_of(model)
    told = re.sub(r"`[^`]+` if [^·`]+·", "", page.partition("**Example.**")[2])  # done only if something shows
    actions = re.findall(r"`([^`]+)`", told.partition(":")[2])
    start = start_state(twin, PRESUMED.get(model, {}))
    end = carry_out(twin, start, [a for a in actions if re.match(r"\[|\d|\w+-? until|wait", a)])
    slot, rx_hz, tx_hz, tone, label = WRITTEN[model]
    held = memory_dict(twin, end)[slot]
    assert (held["rx_hz"], held["tx_hz"], held["tone_tx"], held["label"]) == (rx_hz, tx_hz, tone, label)
    assert twin.seen(end).slot == twin.profile.slot_text(twin.profile.slot_index(slot))


@pytest.mark.parametrize(
    ("model", "keys", "shown"),
    [
        ("quarrow-tine", "[PG] [PG] wait 6s", "144.000 STEP SHFT TONE PWR"),
        ("quarrow-tine", "[PG] [PG] wait 16s", "144.000 V/M BAND STO SET"),
        ("quarrow-tine", "[PG] [F2] UP wait 10s", "144.000 − V/M BAND STO SET"),
        ("quarrow-tine", "[PG] 146550", "146.550 STEP SHFT TONE PWR"),
        ("quarrow-tine", "[PG] [PG] [F4] 1 [ESC] [PG 1s]", "144.000 LOCKED"),
        ("quarrow-tine", "[F3] 03 [ENT] 04 [ENT] UP", "06 ---.--- S-"),
        ("quarrow-tine", "[F3] 03 [ENT] 03 [ENT] [F4]", "04 ---.--- S-"),
        ("quarrow-tine", "[F3] 03 [ENT] 04 [ENT] 02 UP", "05 ---.--- S-"),
        ("quarrow-tine", "[F4] [ENT] UP [MON]+[UP]", "1.10 OFFSET"),
        ("quarrow-tine", "[F4] [ENT] UP [MON]+[DOWN]", "0.00 OFFSET"),
        ("quarrow-tine", "[F4] [ENT] [ENT] [ESC] [F4]", "OFFSET"),
        ("veltry-mote", "[RIGHT] KNOB -1 [RIGHT] 9 [BK]", "144.000 P3"),
        ("veltry-mote", "[RIGHT] 300000 [OK]", "Err"),
        ("veltry-mote", "[MENU] 2 2 2 [OK] [MENU] [RE]", "67.0 TONE"),
        ("veltry-mote", "[MENU] 2 2 [BK] [MENU] [MENU]", "SIGNAL 2"),
        ("veltry-mote", "[MENU] 3 1 005 [OK] 1 005", "005 USED"),
        ("veltry-mote", "[MENU] 3 1 005 [OK] 1 005 [OK] [BK]", "005 USED"),
        ("immer-dale", "[SET 0.6s]", "144.000 H"),
        ("immer-dale", "[SET 2s] [SET]", "144.000 H K"),
        ("immer-dale", "446 wait 3s", "446.000 H"),
        ("immer-dale", "[SET] [SET] DIAL +1 wait 8s", "SHIFT"),
        ("immer-dale", "[STO 1s] [BANK] 05 [ENT] [V/M] [STO 1s] 05 [ENT] [CLR]", "B.06"),
        ("hasp-coil", "[KNOB 1s] DIAL", None),
        ("hasp-coil", "[KNOB 1s] KNOB +6 wait 10s", "150.000 5W"),
        ("hasp-coil", "[A 1s] [KNOB] KNOB +1 wait 10s", "SHIFT"),
        ("hasp-coil", "[A 1s] KNOB until STORE [KNOB] KNOB +2 [KNOB] [A 1s] KNOB until STORE [KNOB] KNOB -1", "1 1"),
        ("tollen-reed", "[MENU] UP", "AUTO"),
        ("tollen-reed", "[STORE] [YES] [YES] [YES] [PTT]", "144.000 HP"),
        ("tollen-reed", "[STORE] 017 [YES] [YES] [YES]", "WRITE 017 ?"),
        ("nobbin-pebble", "[LIST] 7", "▶1 WATT 7 2: 144.000"),
        ("nobbin-pebble", "[LIST] 7 wait 2s", "▶1 FULL WATT 2: 144.000"),
        ("nobbin-pebble", "1465 wait 4s", "▶1 146.500 2: 144.000"),
    ],
)  # fmt: skip
def test_each_sentence_of_a_page_holds_on_its_twin(model, keys, shown):
    hands = Hands.of(twin_of(model))
    if shown is None:
        with pytest.raises(Exception, match="DIAL"):
            hands.press(keys)
        return
    assert hands.press(keys).seen.text == shown


GOALS = (
    "simplex",
    "repeater",
    "send and open",
    "label",
    "change the label",
    "erase",
    "read back",
    "one setting",
    "another group",
)


@pytest.mark.parametrize("model", MODELS)
def test_every_goal_that_a_page_allows_is_proven(model):
    twin = twin_of(model)
    assert unreachable(twin.profile) == [] and traps(twin.profile) == []
    found = {kind: cell(twin, kind, prove_it=True) for kind in GOALS}
    assert {k: v["beyond"] for k, v in found.items() if v["verdict"] == "refuted"} == {}
    named = {"label", "change the label"} if not twin.profile.label_length else set()
    groups = {"another group"} if model != "tollen-reed" else set()
    assert {k for k, v in found.items() if not v["proven"]} == named | groups


@pytest.mark.parametrize("model", MODELS)
def test_a_repeater_is_proven_from_every_state(model):
    twin = twin_of(model)
    power = twin.settings[twin.power].domain.text(0) if twin.power is not None else None
    label = "ABC" if twin.profile.label_length else None
    goal = Goal(6, Channel(146_940_000, 146_340_000, tone_use("123.0", None), power=power, label=label))
    proof = prove_from_every_state(twin, plan(twin, goal), goal)
    assert proof.verdict is Verdict.PROVEN and proof.complete, proof


@pytest.mark.parametrize("model", MODELS)
def test_random_keys_never_strand_anybody(model):
    assert fuzz_profile(str(PAGES / f"{model}.yaml"), presses=1_000)["faults"] == []


def test_until_is_counted_through_a_page_that_lets_keys_through_as_it_is_at_rest(monkeypatch):
    """A slip may leave a page lit while a sheet says to turn until a sign shows: that is known not to come without pressing 20,000 times."""
    twin = twin_of("quarrow-tine")
    acts = []
    plain = twin.act
    monkeypatch.setattr(twin, "act", lambda s, given: acts.append(given) or plain(s, given), raising=False)
    at_rest = carry_out(twin, twin.start, ["146520"])
    page = carry_out(twin, at_rest, ["[PG]"])
    acts.clear()
    with pytest.raises(UntilFailed):
        carry_out(twin, page, ["DOWN until +"])
    assert len(acts) < 10
    step = twin.step_hz(page)
    target = twin.frequency(twin.freq(page) - 9 * step)
    there = carry_out(twin, page, [f"DOWN until {target}"])
    by_hand = carry_out(twin, page, ["[DOWN]"] * 9)
    assert twin.freq(there) == twin.freq(by_hand) == twin.freq(page) - 9 * step and there.screen == by_hand.screen
