"""The planner: every goal is proven or beyond the radio for a reason the page confirms."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from vocator.core.batch.batch import short_way
from vocator.core.channel.channel import Channel, ToneUse, Width, tone_use
from vocator.core.goals.goal import Beyond, Goal, fit_label, power_word, slot_of
from vocator.core.planning import store_chapters
from vocator.core.planning.planner import plan
from vocator.core.proving.operator import follow
from vocator.core.proving.prover import Verdict, prove
from vocator.core.radio.profile import CHANNEL_PARTS, Means
from vocator.core.refusal import Refusal
from vocator.files.channels_csv import read_channels
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.make_batch import batch_of
from vocator.usecases.programming.make_sheet import SheetRequest, make_sheet
from vocator.usecases.programming.prove_radios import ALL_KINDS, generate, try_goal
from vocator.usecases.twin.twins import twin_of
from vocator.where import DEMO

FINCH, PICO = twin_of("ardvane-finch"), twin_of("brisko-pico")
TWINS = [twin_of(m, f.name) for m in model_names() for f in twin_of(m).profile.firmwares]
ALL = pytest.mark.parametrize("twin", TWINS, ids=[f"{t.profile.model} {t.profile.firmware}" for t in TWINS])
# what the pages say that a radio lacks; an odd split may also fall off its ranges or its grid
BEYOND_OF = {
    "ardvane-finch": {"inverted code", "cross", "odd split"},
    "brisko-pico": {"odd split"},
    "ardvane-heron": {"inverted code", "cross", "odd split"},
    "ardvane-osprey": {"cross", "cross-band", "odd split"},
    "pelorn-hiker": {"inverted code", "cross", "odd split"},
    "pelorn-wagon": {"inverted code", "cross", "odd split", "receive only"},
    "brisko-slate": {"odd split"},
    "castellan-atlas": {"inverted code", "cross"},
    "castellan-meridian": {"code", "inverted code", "cross", "cross-band", "odd split"},
    "oriel-lantern": {"cross", "cross-band", "odd split"},
    "oriel-wick": {"odd split", "send", "send and open", "inverted code", "cross", "cross-band"},
    "solvick-trio": {"inverted code", "cross", "cross-band", "odd split"},
}
AUTOMATIC = {"ardvane-finch", "ardvane-heron", "ardvane-osprey", "oriel-lantern", "pelorn-hiker", "pelorn-wagon"}
HAS: dict[str, set[str]] = {
    "hear while sending": {"ardvane-heron", "ardvane-osprey"},
    "find a tone": {"ardvane-finch", "brisko-pico", "brisko-slate", "pelorn-hiker"},
    "find a code": {"brisko-pico", "brisko-slate"},
    "automatic shift on": AUTOMATIC,
    "automatic shift off": AUTOMATIC,
    "assign a free key": {"pelorn-hiker"},
    "group": {"ardvane-finch", "ardvane-osprey"},
    "reverse check": {"ardvane-finch", "ardvane-heron", "brisko-pico", "pelorn-wagon", "solvick-trio"},
    "squelch held open": {"ardvane-osprey", "oriel-lantern"},
    "busy lock off": {"ardvane-finch", "brisko-pico", "brisko-slate"},
    "change in place": {"brisko-slate"},
    "find a tone, store nothing": {"ardvane-finch", "brisko-pico", "brisko-slate", "pelorn-hiker"},
    "find a code, store nothing": {"brisko-pico", "brisko-slate"},
    "watch on": {"solvick-trio"},
    "watch off": {"solvick-trio"},
    "dual watch on": {"oriel-lantern"},
    "dual watch off": {"oriel-lantern"},
    "two rows on": {"brisko-pico"},
    "two rows off": {"brisko-pico"},
    "what memory mode shows": {"ardvane-finch", "brisko-pico", "oriel-lantern", "pelorn-hiker", "solvick-trio"},
    "tuning step": set(BEYOND_OF) - {"castellan-atlas", "castellan-meridian"},
    "squelch level": {"ardvane-osprey", "brisko-pico", "oriel-lantern", "oriel-wick"},
    "one setting": set(BEYOND_OF) - {"brisko-slate"},
    "another group": {"ardvane-finch"},
    "keep to a group": {"ardvane-finch", "ardvane-osprey"},
    "keep to no group": {"ardvane-finch", "ardvane-osprey"},
    "change the label": {
        "ardvane-finch",
        "ardvane-heron",
        "ardvane-osprey",
        "castellan-atlas",
        "castellan-meridian",
        "oriel-lantern",
        "pelorn-hiker",
        "pelorn-wagon",
    },
}


@ALL
@pytest.mark.parametrize("kind", ALL_KINDS)
@given(rng=st.randoms(use_true_random=False))
@settings(max_examples=4, deadline=None)
def test_every_kind_of_goal_is_proven_or_beyond_for_a_reason(twin, kind, rng):
    goal = generate(twin, kind, rng)
    tested = try_goal(twin, kind, goal)
    assert tested.verdict in (Verdict.PROVEN, Verdict.BEYOND), tested.why
    if goal.slot == twin.profile.call_slot and tested.verdict is Verdict.BEYOND and kind in ("erase", "change the label"):
        assert "overwritten" in tested.why or "has no name" in tested.why
        return
    if kind in HAS:
        assert (tested.verdict is Verdict.PROVEN) == (twin.profile.model in HAS[kind])
    elif tested.verdict is Verdict.BEYOND:
        assert kind in BEYOND_OF[twin.profile.model]


def channel(rx=147_330_000, tx=147_930_000, tone=None, **parts):
    return Channel(rx, tx, tone or ToneUse(), power="HIGH", **parts)


@pytest.mark.parametrize(
    ("twin", "wanted", "part"),
    [
        (FINCH, channel(52_820_000, 52_320_000), "receive frequency"),
        (FINCH, channel(223_940_000, 222_340_000), "receive frequency"),
        (FINCH, channel(147_330_000, 149_000_000), "transmit frequency"),
        (FINCH, channel(tone=tone_use("023I", "023I")), "code"),
        (FINCH, channel(tone=tone_use("67.0", "69.3")), "tone mode"),
        (FINCH, channel(430_906_250, 430_906_250), "receive frequency"),
        (PICO, channel(52_820_000, 52_320_000), "receive frequency"),
    ],
)
def test_what_the_radio_cannot_do_is_said_before_the_first_key(twin, wanted, part):
    with pytest.raises(Beyond) as beyond:
        plan(twin, Goal(5, wanted))
    assert beyond.value.part == part
    assert beyond.value.why
    assert beyond.value.nearest


def test_a_slot_outside_the_range_and_a_label_that_does_not_fit_are_refused():
    for slot in ("0", "201", "-1", "x", ""):
        with pytest.raises(Refusal, match="001 to 200"):
            slot_of(FINCH.profile, slot)
    with pytest.raises(Refusal, match="_"):
        fit_label(FINCH.profile, "A_B", True)
    with pytest.raises(Refusal, match="at most 6"):
        fit_label(FINCH.profile, "LONGNAME", True)
    assert fit_label(FINCH.profile, "Ridge", True)[0] == "RIDGE"
    assert fit_label(FINCH.profile, "KESTREL RIDGE", False)[0] == "KESTRE"
    assert fit_label(PICO.profile, "RIDGE", True) == (None, ["no names from the keypad of this radio: RIDGE is left out"])
    with pytest.raises(Refusal, match="LOW, MID, HIGH"):
        power_word(FINCH, "80W")
    assert power_word(FINCH, "low") == ("LOW", True)


def test_what_disturbs_comes_before_what_it_disturbs():
    coded = channel(tone=tone_use("023N", "023N"))
    actions = [a for s in plan(PICO, Goal(7, coded)).steps() for a in s.actions]
    assert "15" not in actions
    assert "13" not in actions
    assert actions.index("147330") > actions.index("01")


def test_every_value_carries_its_reason_and_every_window_is_one_step():
    made = make_sheet(SheetRequest("ardvane-finch", "7", "147.33 + 103.5", "RIDGE"))
    assert all(step.why and step.say for step in made.sheet.steps())
    store = [s for s in made.sheet.steps() if s.window_s]
    assert [s.actions[0] for s in store] == ["[FN 1s]"]
    assert store[0].actions[-1] == "[FN]"
    assert store[0].look is not None and store[0].look.after == 2


def test_the_short_way_leaves_out_what_is_known_to_be_right():
    start = {
        "vfo": {"rx_hz": 146_805_000, "tx_hz": 146_205_000, "tone_mode": "send", "tone_tx": "103.5"},
        "settings": {"A.RPT": "ON"},
    }
    request = SheetRequest("ardvane-finch", "7", "147.33 + 103.5", "RIDGE", start=start)
    long, short = make_sheet(request), make_sheet(replace(request, way="short"))
    assert short.proof.verdict is Verdict.PROVEN
    assert short.as_dict()["counts"]["seconds"] < 0.8 * long.as_dict()["counts"]["seconds"]
    assert short.sheet.steps()[0].actions == ()
    assert not any("CT.HZ" in a for s in short.sheet.steps() for a in s.actions)


def test_receive_only_is_never_set_up_to_send():
    weather = make_sheet(SheetRequest("ardvane-finch", "7", "162.55", may_send=True))
    assert not any(s.on_air for s in weather.sheet.steps())
    listened = make_sheet(SheetRequest("ardvane-finch", "7", "146.55 receive only", may_send=True))
    assert listened.goal.channel.power == "LOW"
    assert any("keep off PTT" in limit for limit in listened.sheet.limits)


def test_on_air_steps_only_with_permission_and_each_with_its_caution():
    request = SheetRequest("brisko-pico", "7", "147.33 + 103.5")
    assert not any(s.on_air for s in make_sheet(request).sheet.steps())
    on_air = [s for s in make_sheet(replace(request, may_send=True)).sheet.steps() if s.on_air]
    assert len(on_air) == 2
    assert all("Antenna or dummy load" in s.why for s in on_air)


@ALL
@pytest.mark.parametrize("kind", ["erase", "read-back"])
def test_erasing_and_reading_back_are_proven(twin, kind):
    goal = Goal(6, Channel(0, 0), kind=kind)
    proof = prove(twin, plan(twin, goal), goal)
    assert proof.verdict is Verdict.PROVEN, proof
    assert proof.starts > 10


def test_a_row_can_be_asked_for():
    made = make_sheet(SheetRequest("brisko-pico", "7", "147.33 + 103.5", row="B"))
    assert made.proof.verdict is Verdict.PROVEN
    assert made.run.state.unit == 1


def test_narrow_is_stored_narrow_on_both():
    for twin in (FINCH, PICO):
        goal = Goal(3, channel(width=Width.NARROW))
        assert prove(twin, plan(twin, goal), goal).verdict is Verdict.PROVEN
        assert twin.profile.setting_for(Means.WIDTH) is not None


def test_a_free_key_shortens_the_short_way():
    hiker = twin_of("pelorn-hiker")
    first = Goal(6, Channel(147_330_000, 147_930_000, tone_use("103.5", None), power="HI"))
    second = replace(first, slot=7, channel=replace(first.channel, tone=tone_use("110.9", None)))
    left = follow(hiker, plan(hiker, first), hiker.start).state
    assigned = follow(hiker, plan(hiker, Goal(0, first.channel, kind="assign", key="P3=CTCSS")), left).state
    assert assigned.free != left.free
    listed, free = plan(hiker, second, left), plan(hiker, second, assigned._replace(modes=left.modes, screen=left.screen))
    for sheet, start in ((listed, left), (free, assigned)):
        assert prove(hiker, sheet, second, [("known", start)]).verdict is Verdict.PROVEN
    assert any(a == "[P3]" for s in free.steps() for a in s.actions)
    assert len([a for s in free.steps() for a in s.actions]) < len([a for s in listed.steps() for a in s.actions])


def test_a_free_key_given_to_another_entry_is_refuted():
    hiker = twin_of("pelorn-hiker")
    goal = Goal(0, Channel(0, 0), kind="assign", key="P3=CTCSS")
    wrong = plan(hiker, replace(goal, key="P2=CTCSS"))
    assert prove(hiker, plan(hiker, goal), goal).verdict is Verdict.PROVEN
    assert "free keys" in prove(hiker, wrong, goal).seen


@pytest.mark.parametrize(
    ("model", "key"), [("ardvane-finch", "MON"), ("oriel-lantern", "SQL"), ("pelorn-wagon", "MHz"), ("brisko-slate", "")]
)
def test_1750_hz_is_sent_with_the_key_that_the_region_1_version_has(model, key):
    def made(region):
        slot = "G1-05" if model == "oriel-lantern" else "7"
        return make_sheet(SheetRequest(model, slot, "145.600 - 1750", region=region, may_send=True))

    if not key:
        with pytest.raises(Beyond, match="no key that sends it"):
            made("r1")
        return
    sent = [a for s in made("r1").sheet.steps() if s.on_air for a in s.actions]
    assert sent == [f"[PTT]+[{key}]"] * 2
    assert made("r1").goal.channel.tone.tone_tx is None


def test_the_second_demonstration_set_is_one_proven_sheet():
    text = (DEMO / "region1.csv").read_text(encoding="utf-8")
    made = batch_of(SheetRequest("brisko-pico", "", region="r1"), read_channels(text))
    assert made.batch.proof.verdict is Verdict.PROVEN
    offsets = {p.goal.channel.tx_hz - p.goal.channel.rx_hz for p in made.batch.parts}
    assert offsets == {0, -600_000, -7_600_000, 1_600_000}
    assert {p.goal.channel.width for p in made.batch.parts} == {Width.NARROW}


def test_a_power_that_is_not_stored_is_noted_and_not_silently_left_out():
    asked = SheetRequest("castellan-atlas", "7", "147.33 + 103.5", power="5")
    words = [
        w.domain.text(i)
        for w in [twin_of("castellan-atlas").settings[twin_of("castellan-atlas").power]]
        for i in range(w.domain.count)
    ]
    made = make_sheet(replace(asked, power=words[-1]))
    assert made.goal.channel.power is None
    assert any(f"power {words[-1]} is not stored" in text for text in made.sheet.limits)
    assert not any("is not stored" in text for text in make_sheet(replace(asked, power=None)).sheet.limits)


@pytest.mark.parametrize("model", ["ardvane-finch", "brisko-pico", "castellan-atlas", "solvick-trio"])
def test_the_short_way_says_all_that_it_counts_on(model):
    twin = twin_of(model)
    first, then = (
        Goal(
            slot,
            Channel(
                hz,
                hz + shift,
                tone_use("103.5", None),
                power=power_word(twin, None)[0] if twin.power in twin.stored_place else None,
            ),
        )
        for slot, hz, shift in ((6, 147_330_000, 600_000), (7, 146_940_000, -600_000))
    )
    sheet, proof, known = short_way(twin, first, then, twin.start)
    assert proof.verdict is Verdict.PROVEN and sheet.counts_on
    said = sheet.steps()[0].why
    counted = {
        twin.profile.setting_named(c.what): twin.settings[twin.profile.setting_named(c.what)].domain.find_text(c.to)
        for c in sheet.counts_on
    }
    for setting, value in counted.items():
        assert twin.settings[setting].name in said and twin.get(known, setting) == value
        wrong = twin.put(known, setting, (value + 1) % twin.settings[setting].domain.count)
        if twin.auto_shift is not None:  # where that is on it puts right what it sets
            wrong = twin.put(wrong, twin.auto_shift, twin.settings[twin.auto_shift].domain.find_meaning("off"))
        made_up = [twin.channel(twin.stored_from_vfo(s)) for s in (known, wrong)]
        if made_up[0] != made_up[1]:  # else it stands for the same channel, such as a code beside a tone
            assert prove(twin, sheet, then, [("one wrong", wrong)]).verdict is Verdict.REFUTED, twin.settings[setting].name
    free = [i for i, s in enumerate(twin.settings) if s.means in CHANNEL_PARTS and i not in counted]
    for setting in free:
        for value in range(min(twin.settings[setting].domain.count, 4)):
            assert prove(twin, sheet, then, [("another", twin.put(known, setting, value))]).verdict is Verdict.PROVEN, (
                twin.settings[setting].name
            )


def test_memory_mode_is_named_where_the_list_of_slots_shows_the_same_for_free_and_taken(monkeypatch):
    twin = twin_of("pelorn-wagon")
    goal = Goal(21, replace(channel(), power="80W"))
    assert any(s.look and "if it is free" in s.say for s in plan(twin, goal).steps())
    monkeypatch.setattr(store_chapters, "look_in", lambda twin, at: None)
    blind = plan(twin, goal)
    (store,) = [s for s in blind.steps() if "if memory mode showed that it is free" in s.say]
    assert "in doubt leave, and look in memory mode first" in store.why
    assert prove(twin, blind, goal).verdict is Verdict.PROVEN
