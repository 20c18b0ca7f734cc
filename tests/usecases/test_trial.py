"""Trials: a radio that differs in one thing from its profile is found out from one display, by walks that harm nothing."""

import json
import random

import pytest

from vocator.cli.requests import run_request
from vocator.core.diagnosis.belief import carried, home_again
from vocator.core.radio.actions import parse_actions
from vocator.core.radio.display import display
from vocator.core.radio.perform import UntilFailed, perform
from vocator.core.radio.report import display_dict
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal
from vocator.files.data_problems import DataFileError
from vocator.files.profile_alternatives import patched, readings, without_alternatives
from vocator.files.profile_yaml import PROFILES, build
from vocator.files.strict_yaml import Located, read_yaml
from vocator.usecases.profiles.trial import change_settled, mended, trial
from vocator.usecases.programming.make_sheet import SheetRequest, make_sheet

SEEN = ("main", "slot", "row")


def told(twin, state):
    return display_dict(display(twin, state))


def differs(a, b):
    return any(a[k] != b[k] for k in SEEN) or sorted(a["icons"]) != sorted(b["icons"])


def symptom(hidden, made):
    """What shows first on the radio that is not as the sheet draws it; None where nothing does."""
    state, done = hidden.start, []
    for step, frame in zip(made.sheet.steps(), made.run.frames, strict=True):
        if not (frame.done and step.actions):
            continue
        for text in step.actions:
            state = carried(hidden, state, [text]) if state is not None else None
            done.append(text)
        if state is None:
            return None
        if differs(told(hidden, state), told(made.twin, frame.state)):
            return {"sheet": "s", "step": len(done), "actions": done, "display": told(hidden, state)}
    return None


class Owner:
    """Does what a trial says on the radio, and stops at the first display that is not as drawn; the radio goes on from where it was left, or not."""

    def __init__(self, twin, slot, goes_on):
        self.twin, self.slot, self.goes_on, self.state = twin, slot, goes_on, twin.start

    def go(self, walk, log):
        state = (home_again(self.twin, self.state) or self.twin.start) if self.goes_on else self.twin.start
        done = []
        for step in walk["steps"]:
            for text in step["actions"]:
                for action in parse_actions(self.twin.profile, text):
                    before = state
                    try:
                        made = perform(self.twin, state, action)
                    except UntilFailed:
                        continue
                    assert made.transmitting_hz is None, "a trial never sends"
                    state = made.state
                    changed = [n for n, (a, b) in enumerate(zip(before.slots, state.slots, strict=True)) if a != b]
                    assert changed in ([], [self.slot]), "no slot but the one given up"
                done.append(text)
            log.append({"trial": walk["id"], "actions": list(done), "display": told(self.twin, state)})
            if differs(told(self.twin, state), step["display"]):
                break
        self.state = state


def faults(model, seed, count):
    """So many changes of a radio that a sheet meets, with what it meets them by."""
    text = (PROFILES / f"{model}.yaml").read_text(encoding="utf-8")
    data = read_yaml(text, model).data
    made = make_sheet(SheetRequest(model, "5", "147.330 + 103.5"))
    changes = list(readings(data))
    random.Random(seed).shuffle(changes)
    found = []
    for change in changes:
        try:
            hidden = Twin(build(Located(model, patched(data, change), {}), None, "r2"))
            seen = symptom(hidden, made)
        except (DataFileError, LookupError, ValueError, AssertionError, ArithmeticError):
            continue
        if seen is not None:
            found.append((change, hidden, seen))
        if len(found) == count:
            return text, data, found
    raise AssertionError("too few")


@pytest.mark.parametrize(("model", "goes_on"), [("ardvane-finch", False), ("brisko-pico", True), ("ardvane-heron", False)])
def test_hidden_faults_are_located_in_a_few_harmless_walks(model, goes_on):
    text, data, found = faults(model, 7, 4)
    walks = []
    for change, hidden, seen in found:
        log, owner = [seen], Owner(hidden, hidden.profile.slot_index("5"), goes_on)
        for _ in range(9):
            answer = trial(text, model, log, "5")
            if "settled" in answer:
                break
            assert answer["trial"]["from"] == "home" and answer["trial"]["seconds"] <= 45 and answer["candidates"] > 1
            owner.go(answer["trial"], log)
        walks.append(len({line["trial"] for line in log[1:]}))
        settled = change_settled(text, model, log)
        same = Twin(build(Located(model, patched(data, settled), {}), None, "r2")).profile == hidden.profile
        assert same or change.words in answer["settled"]["left"], (change.words, answer)
        if same:
            again = build(read_yaml(mended(text, settled), model), None, "r2")
            assert again == hidden.profile, "the mended file is the radio"
            assert mended(text, settled).count("#") == text.count("#"), "its comments are kept"
    assert sorted(walks)[-2] <= 3


def test_every_field_of_the_schema_tells_its_alternatives_or_why_it_has_none():
    assert without_alternatives() == []


def test_what_no_single_change_explains_is_said_and_a_log_that_cannot_be_is_refused(tmp_path):
    file = tmp_path / "own.yaml"
    text = (PROFILES / "ardvane-finch.yaml").read_text(encoding="utf-8")
    file.write_text(text, encoding="utf-8")
    odd = {"sheet": "s", "step": 1, "actions": ["[FN]"], "display": {"main": "HELLO", "slot": None, "icons": [], "row": None}}
    answer = run_request({"command": "trial", "profile": str(file), "log": [odd], "slot": "5"})
    assert answer == {"settled": {"patches": [], "left": ["none of these: no single change of the profile shows what was seen"]}}
    for log, word in (([{"actions": []}], "display"), (["x"], "log line 1"), ([{**odd, "actions": [1]}], "log line 1")):
        assert word in json.dumps(run_request({"command": "trial", "profile": str(file), "log": log}))
    assert "slot" in json.dumps(run_request({"command": "trial", "profile": str(file), "slot": "999"}))
    with pytest.raises(Refusal, match="at most"):
        trial(text, "own", [odd] * 201, None)
    first = trial(text, "own", [], None)["trial"]
    assert first["writes"] == [] and first["steps"], "without a symptom: what tells most"
