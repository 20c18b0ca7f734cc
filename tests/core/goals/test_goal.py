"""What a goal asks of a radio: slots, powers, labels and reach, as this radio has them; what it cannot do is told with the nearest thing."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.channel.channel import Channel, ToneMode, ToneUse, Width
from vocator.core.goals.goal import Beyond, Goal, check_reach, fit_label, frequency_step, lowest_power, power_word, slot_of
from vocator.core.goals.kind import About, Asks, Leaves
from vocator.core.goals.never_send import never_sent
from vocator.core.planning.kinds import KINDS
from vocator.core.proving.judges import JUDGES
from vocator.core.radio.start import reaches_by_offset, required_values
from vocator.core.refusal import Refusal
from vocator.files.profile_yaml import model_names
from vocator.usecases.twin.twins import twin_of

TWINS = {m: twin_of(m) for m in model_names()}
each = pytest.mark.parametrize("twin", TWINS.values(), ids=TWINS)


def simplex(hz, **more):
    return Goal(1, Channel(hz, hz, **more))


@each
def test_every_slot_is_known_by_how_the_radio_writes_it_and_no_other(twin):
    profile = twin.profile
    for n in range(profile.slot_count):
        assert slot_of(profile, profile.slot_text(n)) == n == slot_of(profile, f" {profile.slot_key(n)} ")
    for text in ("", "-1", "99999", "seven", profile.slot_text(0) + "x"):
        with pytest.raises(Refusal) as refused:
            slot_of(profile, text)
        assert profile.name in refused.value.allowed and profile.slot_text(0) in refused.value.allowed


@each
def test_every_power_is_known_by_its_word_in_watts_and_by_its_meaning(twin):
    if twin.power is None:
        assert power_word(twin, "5 W") == (None, False) and lowest_power(twin) is None
        return
    domain = twin.settings[twin.power].domain
    words = [domain.text(n) for n in range(domain.count)]
    assert power_word(twin, None)[0] in words and power_word(twin, None)[1] is False
    for n, word in enumerate(words):
        assert power_word(twin, word) == (word, True) == power_word(twin, f" {word.lower()} ")
        assert power_word(twin, domain.meaning(n))[1]
        if word.upper().endswith("W") and word[:-1].isdigit():
            assert power_word(twin, word[:-1]) == power_word(twin, f"{word[:-1]} watts") == (word, True)
    assert lowest_power(twin) in (*words, None)
    with pytest.raises(Refusal, match="power") as refused:
        power_word(twin, "7.5 kW")
    assert all(word in refused.value.allowed for word in words)


@each
@given(label=st.text(st.characters(min_codepoint=32, max_codepoint=382), max_size=20))
def test_a_label_from_a_line_is_fitted_and_one_asked_for_is_written_as_asked_or_refused(twin, label):
    profile = twin.profile
    fitted, notes = fit_label(profile, label, asked=False)
    if not profile.label_length:
        assert fitted is None and bool(notes) == bool(label)
        return
    assert fitted is None or (0 < len(fitted) <= profile.label_length and set(fitted) <= set(profile.label_characters))
    assert fitted == (label or None) or notes, "what is not written as it stood is told"
    assert fit_label(profile, fitted, asked=True) == (fitted, []), "what was fitted fits"
    try:
        asked, told = fit_label(profile, label, asked=True)
    except Refusal as refused:
        assert refused.do and (fitted != label or label != label.strip())
    else:
        assert (asked or "") == label.strip() or (told and (asked or "").lower() == label.strip().lower())


@each
@given(hz=st.integers(1_000_000, 1_500_000_000))
def test_a_frequency_that_cannot_be_heard_sent_or_typed_is_beyond_for_that_reason(twin, hz):
    profile = twin.profile
    try:
        check_reach(twin, simplex(hz))
    except Beyond as beyond:
        where = {
            "receive frequency": not profile.receives(hz) or frequency_step(twin, hz) is None,
            "transmit frequency": not profile.may_send(hz),
        }
        assert where.get(beyond.part, True), str(beyond)
        assert beyond.why and beyond.nearest.endswith(".") and str(beyond).startswith(beyond.part)
    else:
        assert profile.receives(hz) and profile.may_send(hz) and frequency_step(twin, hz) is not None


@each
@given(hz=st.integers(20_000_000, 500_000_000).map(lambda n: n // 500 * 500))
def test_a_step_with_which_a_frequency_can_be_typed_divides_it(twin, hz):
    step = frequency_step(twin, hz)
    if step is not None and step >= 0:
        setting = twin.settings[twin.step]
        assert 0 <= step < setting.domain.count
        if twin.frequency_screen is None:
            assert hz % int(setting.domain.meaning(step)) == 0
    if step is not None:
        assert twin.profile.receives(hz)


def reachable(twin):
    """Return frequencies of a raster, one a transmit range, on which the radio sends."""
    return [
        hz
        for low, high in twin.profile.transmit_hz
        if (hz := (low + high) // 2 // 100_000 * 100_000) and frequency_step(twin, hz) is not None
    ]


TONES = (
    ToneUse(), ToneUse(ToneMode.SEND, "103.5"), ToneUse(ToneMode.SEND_AND_OPEN, "103.5", "103.5"), ToneUse(ToneMode.SEND, "100.1"),
    ToneUse(ToneMode.CODE, dcs_tx="023N", dcs_rx="023N"), ToneUse(ToneMode.CODE, dcs_tx="023I", dcs_rx="023I"),
    ToneUse(ToneMode.CROSS, tone_tx="103.5", tone_rx="88.5"),
)  # fmt: skip


@each
def test_what_stands_in_the_way_of_a_channel_is_named_by_its_part(twin):
    found = reachable(twin)
    assert found, "on no range a frequency can be typed"
    for hz in found:
        for shift in (0, -600_000, 600_000, 7_600_000, 1_234_000):
            for width in Width:
                goal = Goal(1, Channel(hz, hz + shift, width=width))
                try:
                    check_reach(twin, goal)
                except Beyond as beyond:
                    assert beyond.part in ("transmit frequency", "odd split", "cross-band slot", "width", "offset", "mode"), (
                        beyond
                    )
                    continue
                if reaches_by_offset(twin, goal.channel):
                    needed = required_values(twin, goal.channel)
                    assert all(0 <= value < twin.settings[number].domain.count for number, value in needed.items())
        listening = Goal(1, Channel(hz, None), receive_only=True)
        check_reach(twin, listening)


@each
@pytest.mark.parametrize("tone", TONES, ids=lambda t: f"{t.mode} {t.tone_tx or t.dcs_tx or ''} {t.tone_rx or t.dcs_rx or ''}")
def test_a_tone_is_set_as_asked_or_named_as_what_is_beyond(twin, tone):
    channel = Channel(hz := reachable(twin)[0], hz, tone=tone)
    try:
        check_reach(twin, Goal(1, channel))
    except Beyond as beyond:
        assert beyond.part in ("tone mode", "tone", "code") and tone.mode is not ToneMode.NONE
        assert (tone.tone_tx or tone.dcs_tx or "") in str(beyond) or beyond.part == "tone mode" or "inverted" in beyond.why
        return
    needed = required_values(twin, channel)
    meant = {
        twin.settings[number].domain.meaning(value).rstrip("NI") for number, value in needed.items()
    }  # a side may be its own
    assert {word.rstrip("NI") for word in (tone.tone_tx, tone.tone_rx, tone.dcs_tx, tone.dcs_rx) if word} <= meant


@each
def test_a_slot_that_is_only_heard_gets_a_send_side_on_which_nothing_is_sent(twin):
    for hz in reachable(twin):
        made = never_sent(twin, Channel(hz, None))
        if made is not None:
            assert made.rx_hz == hz and made.tx_hz is not None and not twin.profile.may_send(made.tx_hz)
            assert reaches_by_offset(twin, made) and required_values(twin, made)


@pytest.mark.parametrize("word", KINDS)
def test_a_kind_of_goal_says_all_of_itself_and_has_its_judge(word):
    kind = KINDS[word]
    assert kind.word == word in JUDGES and kind.name and kind.done and isinstance(kind.leaves, Leaves)
    assert (Asks.SLOT in kind.asks) == (kind.about is not About.RADIO)
    assert kind.leaves in (Leaves.SAME, Leaves.ERASED, Leaves.LABELLED) or Asks.LINE in kind.asks or kind.about is About.RADIO
    for twin in TWINS.values():
        lacks = kind.lacks(twin)
        for asks in kind.asks:
            choices = kind.choices(twin, asks)
            assert len(set(choices)) == len(choices) and all(isinstance(c, str) and c for c in choices)
        if lacks is not None:
            assert lacks.part and lacks.why and lacks.nearest
            continue
        example = kind.example(twin, simplex(reachable(twin)[0]), lambda several: several[-1])
        assert example.kind == word and (Asks.KEY not in kind.asks or not kind.choices(twin, Asks.KEY) or example.key)
        assert kind.title(example, "a line")


def test_the_burst_is_sent_where_the_radio_has_its_key():
    able = [m for m, twin in TWINS.items() if twin.profile.burst_key]
    for model, twin in TWINS.items():
        goal = Goal(1, Channel((hz := reachable(twin)[0]), hz), burst=True)
        if model in able:
            check_reach(twin, goal)
        else:
            with pytest.raises(Beyond, match="1750"):
                check_reach(twin, goal)
