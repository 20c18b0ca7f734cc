"""What the steps of a sheet rest on."""

import pytest

from vocator.core.proving.claims import _typing, claims_of
from vocator.core.radio.twin import Twin
from vocator.files.profile_parts import PROFILES
from vocator.files.profile_yaml import build, model_names
from vocator.files.strict_yaml import read_yaml
from vocator.usecases.programming.make_sheet import SheetRequest, make_sheet
from vocator.usecases.twin.twins import twin_of


def made_for(model):
    line = "52.525 minus t103.5" if "meridian" in model else "147.33 + 103.5"
    return make_sheet(SheetRequest(model, twin_of(model).profile.slot_key(11), line))


@pytest.mark.parametrize("model", model_names())
def test_every_step_with_keys_rests_on_something_and_a_step_left_out_on_nothing(model):
    made = made_for(model)
    claims = claims_of(made.twin, made.start, made.run.frames)
    assert len(claims) == len(made.run.frames)
    for frame, own in zip(made.run.frames, claims, strict=True):
        assert bool(own) == (frame.done and bool(frame.step.actions)), frame.step.say
        screens = {c.partition(":")[0] for c in own}
        assert screens <= {s.name for s in made.twin.screens}
    assert claims == claims_of(made.twin, made.start, made.run.frames)


def test_a_claim_that_is_mended_is_another_one_and_all_others_stay():
    text = (PROFILES / "ardvane-finch.yaml").read_text(encoding="utf-8")
    made = made_for("ardvane-finch")
    claims = {c for own in claims_of(made.twin, made.start, made.run.frames) for c in own}

    def changed(before, after):
        assert text.count(before) >= 1
        twin = Twin(build(read_yaml(text.replace(before, after, 1), "finch.yaml"), None, "r2"))
        return {c for own in claims_of(twin, made.start, made.run.frames) for c in own}

    other_key = '"FN hold 1": open store'
    assert changed(other_key, f'{other_key}\n      "BAND hold 3": mode memory') == claims, "a key that no step presses"
    mended = changed(other_key, '"FN hold 0.8": open store')
    assert len(claims ^ mended) == 2 and all(c.startswith("vfo: hold FN 1 s #") for c in claims ^ mended)


def test_what_typing_rests_on_is_said_in_the_words_of_evidence_that_was_kept():
    told = {_typing(screen) for model in ("ardvane-heron", "brisko-pico", "ardvane-finch") for screen in twin_of(model).screens}
    assert {
        "list 2 False typed",
        "entry 6 False begins_with",
        "entry 6 True typed",
        "value 0 False typed",
        "rest 0 False typed",
    } <= told
