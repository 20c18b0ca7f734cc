"""``vocator judge``: a sheet that anybody wrote, judged from every state, as a command and in ``batch``."""

import json
from pathlib import Path

import pytest
from typer.testing import CliRunner

from vocator.cli.main import app
from vocator.cli.requests import run_request

ASKED = {"model": "ardvane-finch", "line": "147.33 + 103.5", "slot": "17"}


@pytest.fixture(scope="module")
def sheet():
    return run_request({"command": "sheet", **ASKED})


def judged(sheet, **more):
    return run_request({"command": "judge", **ASKED, "sheet": sheet, **more})


def with_step(sheet, actions, **step):
    made = json.loads(json.dumps(sheet))
    made["chapters"][-1]["steps"].append({"actions": actions, **step})
    return made


def test_a_good_sheet_is_proven_from_every_state_and_what_it_leaves_is_told(sheet):
    assert sheet["proof"] == {"verdict": "proven", "starts": sheet["proof"]["starts"], "complete": False, "states_log10": None}
    assert {"what": "reverse", "unit": None, "from": None, "to": "off"} in sheet["changes"]
    verdict = judged(sheet)
    assert (verdict["verdict"], verdict["complete"], verdict["why"]) == ("proven", True, "")
    assert (
        verdict["states_log10"] > 5000 and verdict["start"] is None and verdict["step"] is None and verdict["condition"] is None
    )
    complete = run_request({"command": "sheet", **ASKED, "proof": "complete"})["proof"]
    assert complete["complete"] and complete["states_log10"] == verdict["states_log10"]


@pytest.mark.parametrize(
    ("broken", "why"),
    [
        (lambda s: with_step(s, ["[MODE]"]), "it ends in vfo mode"),
        (lambda s: with_step(s, ["DIAL +1"]), "memory mode stands at"),
        (lambda s: with_step(s, ["[PTT]"]), "not marked on-air"),
        (lambda s: with_step(s, [], shows="148.000"), "148.000 should stand on the display"),
        (lambda s: with_step(s, ["[NOPE]"]), "[NOPE]"),
        (lambda s: {**s, "changes": []}, "reverse was switched off without saying so"),
        (lambda s: {**s, "chapters": s["chapters"][:-4]}, "the sheet ends with set_list open"),
        (lambda s: {**s, "chapters": []}, "slot 017 is empty"),
    ],
)
def test_a_broken_sheet_is_refuted_with_the_start_from_which_it_fails(sheet, broken, why):
    verdict = judged(broken(sheet))
    assert verdict["verdict"] == "refuted" and why in verdict["why"]
    assert (
        verdict["start"] is None
        or run_request({"command": "twin", "model": ASKED["model"], "start": verdict["start"], "keys": []})["trace"] == []
    )


HARMFUL = {
    "ardvane-osprey": ["[LMB 1s]", "[RMB 1s]", "[RMB]", "[LMODE]", "[RMODE]"],
    "ardvane-heron": ["RDIAL +4", "LDIAL +4"],
    "solvick-trio": ["[ROW]"],
    "oriel-lantern": ["[MAIN]", "[MAIN 1s]"],
}


@pytest.mark.parametrize("model", HARMFUL)
def test_another_side_opened_moved_or_taken_is_refuted(model):
    asked = {"model": model, "line": "147.33 + 103.5", "slot": "G1-17" if model == "oriel-lantern" else "17"}
    sheet = run_request({"command": "sheet", **asked})
    assert run_request({"command": "judge", **asked, "sheet": sheet})["verdict"] == "proven"
    for keys in HARMFUL[model]:
        verdict = run_request({"command": "judge", **asked, "sheet": with_step(sheet, [keys])})
        if "error" not in verdict and "allowed: the keys" not in verdict["why"]:
            assert verdict["verdict"] == "refuted", (keys, verdict)


def test_what_is_no_sheet_is_refused_with_where_it_is_wrong(sheet):
    for odd, where in (
        (None, "sheet"), ({"chapters": 7}, "sheet.chapters"), ({"chapters": [{"title": "Set", "steps": [{"actions": [1]}]}]}, "chapters.0.steps.0.actions"),
        ({"chapters": [{"title": "Set", "steps": [{"actions": [], "when": {"mood": "good"}}]}]}, "chapters.0.steps.0.when.mood"),
        ({"chapters": [{"title": "Set", "steps": [{"actions": [], "colour": "red"}]}]}, "chapters.0.steps.0"),
    ):  # fmt: skip
        assert judged(odd)["error"]["where"] == where


def test_the_command_exits_with_one_for_a_sheet_that_is_not_proven(sheet, tmp_path):
    file = tmp_path / "sheet.json"
    arguments = ["judge", ASKED["model"], "--sheet", str(file), "--line", ASKED["line"], "--slot", ASKED["slot"]]
    file.write_text(json.dumps(sheet))
    good = CliRunner().invoke(app, arguments)
    assert good.exit_code == 0 and good.output.startswith("proven, from every state (10^")
    file.write_text(json.dumps(with_step(sheet, ["[MODE]"])))
    bad = CliRunner().invoke(app, [*arguments, "--json"])
    assert bad.exit_code == 1 and json.loads(bad.output)["verdict"] == "refuted"


def test_a_profile_that_was_not_taken_in_runs_from_its_file_with_the_same_answers(sheet, tmp_path):
    file = tmp_path / "own.yaml"
    shipped = Path(__file__).parent.parent.parent / "src/vocator/data/profiles/ardvane-finch.yaml"
    file.write_text(shipped.read_text(encoding="utf-8").replace("model: ardvane-finch", "model: own-finch"), encoding="utf-8")
    asked = {"profile": str(file), "line": ASKED["line"], "slot": ASKED["slot"]}
    own = run_request({"command": "sheet", **asked})
    assert own == {**sheet, "model": "own-finch"}
    assert run_request({"command": "judge", **asked, "sheet": own})["complete"]
    assert run_request({"command": "twin", "profile": str(file), "keys": ["[FN]"]})["trace"][0]["display"]["icons"] == ["H", "F"]
    proven = CliRunner().invoke(app, ["prove", "--profile", str(file), "--channels", "2", "--complete", "--json"])
    assert [r["complete"] for r in json.loads(proven.stdout)["rows"]] == [1, 1]
    assert "cannot be read" in str(run_request({"command": "sheet", **asked, "profile": str(tmp_path)})["error"])
