"""Profile files: strict, all errors at once, each with file, line and path."""

import json

import jsonschema
import pytest

from support.hands import Hands
from vocator.core.channel.channel import Channel, tone_use
from vocator.core.goals.entry_words import WORDS
from vocator.core.goals.goal import Goal
from vocator.core.planning.planner import plan
from vocator.core.proving.prover import Verdict, prove
from vocator.core.radio.actions import ActionError
from vocator.core.radio.audit import traps, unreachable
from vocator.core.radio.compiled import compiled, from_compiled
from vocator.core.radio.display import display
from vocator.core.radio.inputs import Tap
from vocator.core.radio.twin import Twin
from vocator.files.data_problems import DataFileError
from vocator.files.profile_parts import PROFILES
from vocator.files.profile_readings import build_whole, read_kept
from vocator.files.profile_schema import json_schema
from vocator.files.profile_writing import profile_yaml
from vocator.files.profile_yaml import build, check_text, load_profile, model_names
from vocator.files.strict_yaml import as_read, load_yaml, read_yaml

GOOD = (PROFILES / "ardvane-finch.yaml").read_text(encoding="utf-8")


@pytest.mark.parametrize("model", model_names())
def test_every_shipped_profile_is_good_and_whole(model):
    assert check_text((PROFILES / f"{model}.yaml").read_text(encoding="utf-8"), model) == []
    profile = load_profile(model)
    assert unreachable(profile) == []
    assert traps(profile) == []
    assert all(s.about or s.means in WORDS for s in profile.settings), "each entry says what it is for"
    data = load_yaml(PROFILES / f"{model}.yaml").data
    jsonschema.validate(data, json_schema())
    told = json.loads(json.dumps(data))
    assert build(as_read(told, "data"), None, "r2") == build(read_yaml(profile_yaml(told), "text"), None, "r2") == profile


@pytest.mark.parametrize(
    ("old", "new", "path", "words"),
    [
        ("kind: two-band handheld", "kind: two-band handheld\nkin: x", "kin", "unknown key"),
        ("slots: {first: 1, count: 200, digits: 3}\n", "", "slots", "missing"),
        ("slots: {first: 1, count: 200, digits: 3}", "slots: {first: one, count: 200, digits: 3}", "slots.first", "integer"),
        ("auto_shift: true", "auto_shift: maybe", "auto_shift", "boolean"),
        ("dials: [DIAL]", "dials: [DIAL]\ndials: [DIAL]", "dials", "twice"),
        ('"MODE tap": mode memory', '"MODE tap": mode memery', "screens.vfo.bind.MODE tap", "no screen 'memery'"),
        ('"MODE tap": mode memory', '"MOODE tap": mode memory', "screens.vfo.bind.MOODE tap", "no press"),
        ('"DIAL turn": tune', '"DIAL turn": tuun', "screens.vfo.bind.DIAL turn", "no verb 'tuun'"),
        ('new: "WIDE"', 'new: "BROAD"', "settings.WIDTH.new", "none of the values"),
        ("{means: width,", "{means: breadth,", "settings.WIDTH.means", "no meaning"),
        ("- {number: \"11\", name: STEP}", "- {number: \"11\", name: STEPP}", "screens.set_list.entries.10.name", "neither a setting"),
        ("  - {icon: \"NW\", width: narrow}", "  - {icon: \"NW\"}", "icons.10", "exactly one fact"),
        ("receive_hz: [[136000000, 174000000],", "receive_hz: [[136, 174],", "receive_hz.0", "look like megahertz"),
        ("new_hz: [144000000]", "new_hz: []", "bands.0.new_hz", "one for each row"),
        ("new_hz: [144000000]", "new_hz: [430000000]", "bands.0.new_hz", "outside the band"),
        ("occupied: overwrite", "occupied: ask", "screens.store.occupied", "name the question"),
        ("kind: rest\n", "kind: rset\n", "screens.vfo.kind", "no kind of screen; allowed: rest, layer"),
        ("    kind: rest\n    shows: vfo\n", "    shows: vfo\n", "screens.vfo.kind", "missing; allowed: rest"),
        ("kind: rest\n", "kind: rest\n    stops: true\n", "screens.vfo.stops", "of kind rest; it stands on: picker"),
        ("kind: rest\n", "kind: rest\n    stopps: true\n", "screens.vfo.stopps", "unknown key"),
        ("kind: rest\n", "kind: rest\n    quiet_s: 30\n", "screens.vfo.quiet", "stays until it is left"),
        ("screens:\n", "screens:\n  shut: {kind: page, text: ' ', bind: {'MODE tap': home}}\n", "screens.shut.text", "cannot be seen"),
        ("screens:\n", "screens:\n  hz: {kind: figures, of: frequency, bind: {'DIAL turn': choose}}\n  sure: {kind: question, shows: question, text: X, bind: {'MODE tap': onto hz}}\n", "screens.hz.of", "does not wait in a dialogue"),
        ('- ["1", "2", "3"', '- ["1", "2", "33"', "panel.rows", "no key of this radio"),
    ],
)  # fmt: skip
def test_each_fault_is_named_with_its_line_and_path(old, new, path, words):
    assert old in GOOD
    text = GOOD.replace(old, new, 1)
    problems = check_text(text, "broken.yaml")
    assert any(p.path == path and words in p.text for p in problems), problems
    line = next(p.line for p in problems if p.path == path)
    assert problems[0].file == "broken.yaml"
    assert 1 <= line <= len(text.splitlines())


def test_the_line_is_the_line_of_the_fault():
    text = GOOD.replace('"DIAL turn": tune', '"DIAL turn": tuun', 1)
    wanted = 1 + next(i for i, line in enumerate(text.splitlines()) if "tuun" in line)
    assert check_text(text, "x")[0].line == wanted


def test_all_faults_come_at_once():
    text = (
        GOOD.replace('"DIAL turn": tune', '"DIAL turn": tuun', 1)
        .replace("{means: width,", "{means: breadth,")
        .replace("name: STEP}", "name: STEPP}")
    )
    assert len(check_text(text, "x")) >= 3
    shape = GOOD.replace("count: 200", "count: many").replace("dials: [DIAL]", "dial: [DIAL]")
    assert {p.path for p in check_text(shape, "x")} == {"slots.count", "dial", "dials"}


@pytest.mark.parametrize("text", ["", "a: [", "a: 1\na: 2\nb: 1\nb: 2", "- x", "a: *b"])
def test_what_is_no_profile_is_said_so(text):
    problems = check_text(text, "x")
    assert problems
    if "b: 2" in text:
        assert len(problems) == 2


def test_only_true_and_false_are_booleans_and_numbers_are_not_guessed():
    data = read_yaml('a: on\nb: true\nc: 010\nd: 12:30\ne: "1"\nf: 1_000\ng: 145.500\nh: null', "x").data
    assert data == {"a": "on", "b": True, "c": "010", "d": "12:30", "e": "1", "f": "1_000", "g": 145.5, "h": None}


def test_a_file_that_is_not_there_or_no_text_is_said_so(tmp_path):
    with pytest.raises(DataFileError, match="cannot be read"):
        load_yaml(tmp_path / "none.yaml")
    (tmp_path / "bin.yaml").write_bytes(b"\xff\xfe\x00")
    with pytest.raises(DataFileError, match="cannot be read"):
        load_yaml(tmp_path / "bin.yaml")


def test_an_unknown_firmware_or_region_is_refused():
    with pytest.raises(KeyError, match="firmware '9'"):
        load_profile("brisko-pico", "9")
    with pytest.raises(KeyError, match="model 'none'"):
        load_profile("none")


def test_a_new_radio_is_a_new_file():
    text = GOOD.replace('      "BAND tap": next band\n', "", 1).replace('"MODE tap": mode memory', '"BAND tap": mode memory', 1)
    twin = Twin(build(read_yaml(text, "new.yaml"), None, "r2"))
    state, _ = twin.act(twin.start, Tap("BAND"))
    assert display(twin, state).screen == "memory"
    assert twin.act(twin.start, Tap("MODE"))[1].beeps == ("low",)


def test_dials_keys_times_and_signs_are_the_profile_s_own():
    text = GOOD.replace("DIAL", "KNOB").replace(
        "dials: [KNOB]", "dials: [KNOB]\ncommon: {tap_s: 0.3, hold_s: 2, message_s: 3, error: NO, coarse: MHZ}"
    )
    twin = Twin(build(read_yaml(text, "own.yaml"), None, "r2"))
    goal = Goal(6, Channel(147_330_000, 147_930_000, tone_use("103.5", None), power="HIGH", label="RIDGE"))
    sheet = plan(twin, goal)
    assert prove(twin, sheet, goal).verdict is Verdict.PROVEN
    assert any("KNOB until" in action for step in sheet.steps() for action in step.actions)
    hands = Hands.of(twin).press("999999")
    assert hands.main == "NO" and hands.press("wait 2s").main == "NO" and hands.press("wait 1s").main != "NO"
    held = Hands.of(twin)
    assert held.press("[FN 0.4s]").state._replace(idle_ms=0) == twin.start, "neither tapped nor held"
    with pytest.raises(ActionError, match="KNOB"):
        held.press("DIAL +1")


def test_a_profile_kept_by_an_earlier_version_loses_only_what_means_nothing_on_its_screens():
    older = GOOD.replace("kind: rest\n", "kind: rest\n    stops: true\n    digits: 6\n", 1)
    older += "\nunknown:\n  - {path: [screens, vfo, stops], readings: [false]}\n  - {path: [shift_on_click], readings: [true]}\n"
    with pytest.raises(DataFileError, match="stands on: picker"):
        build_whole(read_yaml(older, "new.yaml"))
    kept = read_kept(older.replace("auto_shift: true", "auto_shift: true\nshift_on_click: false", 1), "kept.yaml")
    assert build_whole(kept) == load_profile("ardvane-finch")
    assert [one["path"] for one in kept.data["unknown"]] == [["shift_on_click"]]
    with pytest.raises(DataFileError, match="unknown key"):
        build_whole(read_kept(older.replace("stops: true", "stopps: true"), "kept.yaml"))
    whole = json.loads(compiled(load_profile("ardvane-finch")))
    whole["screens"][0]["digits"] = 6
    assert from_compiled(json.dumps(whole)) == load_profile("ardvane-finch")
