"""What is read aloud says every key, in an order that a hand can follow, and no sign that nobody can say."""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.goals.effort import seconds
from vocator.core.goals.speech import SPELLING, caps, say_action, say_input, say_value, spell
from vocator.core.radio.actions import Until, parse_actions
from vocator.core.radio.inputs import TOUCH, Chord, Hold, Tap, Turn, Type, Wait
from vocator.core.radio.perform import Tally
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.make_sheet import SheetRequest, make_sheet
from vocator.usecases.twin.twins import twin_of

SAID = re.compile(r"[A-Za-zÀ-ž0-9 ,.'/*#+−:()&|>°·↑↓▲▼-]+")


@given(st.text("ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-/ ", min_size=1, max_size=12))
def test_a_label_is_spelt_letter_by_letter_and_can_be_written_down_again(label):
    back = {word: sign for sign, word in SPELLING.items()} | {
        word: sign for sign, word in zip("0123456789-/ ", "zero one two three four five six seven eight nine dash slash space".split(), strict=True)
    }  # fmt: skip
    assert "".join(back[word] for word in spell(label).split(", ")) == label
    assert spell(label) == spell(label.lower())


@given(st.from_regex(r"\d{1,3}\.\d{1,4}", fullmatch=True))
def test_a_number_is_said_digit_by_digit(number):
    assert len(say_value(number).split()) == len(number) and say_value(number).count("decimal") == 1


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("−", "minus"), ("+", "plus"), ("023N", "zero two three N"), ("R", "Romeo"), ("OFF", "OFF"), ("SAVED", "SAVED"),
        ("-0.600", "dash zero decimal six zero zero"), ("7", "seven"),
    ],
)  # fmt: skip
def test_signs_codes_letters_and_words_are_said_as_people_say_them(text, said):
    assert say_value(text) == said


KEY = st.sampled_from(["FN", "MODE", "PTT", "UP", "*", "#", "A"])
INPUT = st.one_of(
    st.builds(Tap, KEY), st.builds(Hold, KEY, st.sampled_from([500, 1000, 2000])), st.builds(Turn, st.just("DIAL"), st.integers(1, 40)),
    st.builds(Turn, st.just("DIAL"), st.integers(-40, -1)), st.builds(Type, st.text("ABZ19", min_size=1, max_size=5)),
    st.builds(Chord, KEY, st.builds(Tap, KEY)), st.builds(Tap, st.sampled_from([TOUCH + "TONE", TOUCH + "LIST"])),
)  # fmt: skip


@given(INPUT)
def test_one_input_in_short_names_the_key_and_what_is_done_to_it(given_input):
    said = say_input(given_input)
    then = given_input.then if isinstance(given_input, Chord) else given_input
    named = then.text if isinstance(then, Type) else then.dial if isinstance(then, Turn) else then.key.removeprefix(TOUCH)
    assert named in said
    assert not isinstance(given_input, Chord) or said.startswith(f"{given_input.held} down and ")
    assert not isinstance(then, Turn) or str(abs(then.clicks)) in said
    assert say_input(Wait(100)) == "wait"


@pytest.mark.parametrize("model", model_names())
def test_every_step_of_a_sheet_is_said_and_drawn_whole(model):
    twin = twin_of(model)
    line = "52.525 minus t103.5" if "meridian" in model else "147.195 + t110.9"
    made = make_sheet(SheetRequest(model, twin.profile.slot_key(7), line, "RIDGE"[: twin.profile.label_length] or None))
    kinds = set()
    for step in made.sheet.steps():
        for text in step.actions:
            for action in parse_actions(twin.profile, text):
                drawn, said = caps(action), say_action(action)
                assert drawn and len(said.split(", ")) >= len([c for c in drawn if c.kind != "type"]) - 1
                assert SAID.fullmatch(said), said
                assert "None" not in said
                kinds |= {c.kind for c in drawn}
                for cap in drawn:
                    assert cap.key or cap.kind == "wait"
                    assert (cap.kind == "hold") <= (cap.seconds > 0)
                    assert not cap.held or f"keep {cap.held} down" in said
                    if cap.kind == "turn":
                        assert cap.way in "+−" and cap.until and (cap.way != "−" or "anticlockwise" in said)
                if isinstance(action, Until) and action.until:
                    assert drawn[-1].until == action.until or drawn[-1].kind == "turn"
                    assert " until " in said
                if all(isinstance(i, Tap) and i.key.isdigit() for i in action.inputs) and len(action.inputs) > 1:
                    assert [c.kind for c in drawn] == ["digits"] and drawn[0].key == "".join(i.key for i in action.inputs)
    assert kinds & {"tap", "touch", "turn"}


@given(*[st.integers(0, 50)] * 5, st.integers(0, 9000), st.integers(0, 9000), st.integers(0, 20))
def test_more_to_do_never_takes_less_time(taps, digits, clicks, touches, holds, hold_ms, wait_ms, looks):
    tally = Tally(taps=taps, digits=digits, clicks=clicks, touches=touches, holds=holds, hold_ms=hold_ms, wait_ms=wait_ms)
    base = seconds(tally, looks)
    assert base >= (hold_ms + wait_ms) / 1000
    for name in ("taps", "digits", "clicks", "touches", "holds"):
        setattr(tally, name, getattr(tally, name) + 1)
        more = seconds(tally, looks)
        assert more > base
        base = more
    assert seconds(tally, looks + 1) > base
