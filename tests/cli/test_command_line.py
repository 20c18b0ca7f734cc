"""The command line answers exactly as its contract says."""

import json
import re
import subprocess
import sys
from pathlib import Path

import pytest

from vocator.core.radio.report import memory_dict
from vocator.usecases.twin.run_twin import run_twin
from vocator.usecases.twin.twins import twin_of

TLE = "tests/reference/elements.tle"
DOPPLER = (
    "doppler-set",
    "--elements",
    TLE,
    "--site",
    "49.54,-57.83,30",
    "--downlink-hz",
    "436500000",
    "--uplink-hz",
    "145900000",
)
PASS_KEYS = {
    "satellite", "aos_utc", "tca_utc", "closest_utc", "los_utc", "max_elevation_deg", "azimuth_aos_deg", "azimuth_tca_deg", "azimuth_los_deg",
    "windows",
}  # fmt: skip
CHANNEL_KEYS = {"rx_hz", "tx_hz", "tone_mode", "tone_tx", "tone_rx", "dcs_tx", "dcs_rx", "width", "power", "label"}


def vocator(*arguments):
    done = subprocess.run(
        [sys.executable, "-m", "vocator.cli.main", *arguments],
        capture_output=True,
        text=True,
        env={"PYTHONPATH": "src", "PATH": "/usr/bin:/bin"},
        check=False,
    )
    return done.returncode, done.stdout, done.stderr


def test_resolve_answers_with_channel_reasons_notes_and_doubts():
    code, out, _ = vocator("resolve", "147.33 + 103.5", "--json")
    answer = json.loads(out)
    assert code == 0
    assert set(answer) == {"channel", "receive_only", "reasons", "notes", "doubts", "readings", "power"}
    assert set(answer["channel"]) == CHANNEL_KEYS - {"power"}
    assert answer["channel"]["tx_hz"] == 147_930_000


def test_a_refused_line_is_one_line_on_standard_error_and_exit_code_two():
    code, out, err = vocator("resolve", "147.33 + 104.0", "--json")
    assert code == 2
    assert set(json.loads(out)["error"]) == {"found", "where", "allowed", "do"}
    assert len(err.strip().splitlines()) == 1


def test_a_sheet_has_the_shape_of_the_contract():
    code, out, _ = vocator("sheet", "ardvane-finch", "--line", "147.33 + 103.5", "--slot", "7", "--label", "RIDGE", "--json")
    sheet = json.loads(out)
    assert code == 0
    assert set(sheet) == {"model", "firmware", "goal", "proof", "counts", "changes", "limits", "chapters"}
    assert set(sheet["goal"]) == {"slot", "channel", "label"} and set(sheet["goal"]["channel"]) == CHANNEL_KEYS
    assert sheet["proof"]["verdict"] == "proven"
    assert set(sheet["counts"]) == {"taps", "holds", "clicks", "digits", "touches", "seconds"}
    steps = [s for c in sheet["chapters"] for s in c["steps"]]
    assert all(set(s) == {"group", "when", "actions", "shows", "say", "why", "on_air"} for s in steps)
    assert [c["title"] for c in sheet["chapters"]] == [
        "Ready",
        "Frequency",
        "Shift",
        "Tone",
        "Width and power",
        "Try",
        "Store",
        "Name",
        "Read back",
    ]


def test_the_keys_of_a_sheet_pressed_on_the_twin_leave_the_channel(tmp_path):
    _, out, _ = vocator("sheet", "brisko-pico", "--firmware", "2", "--line", "448.775 - t118.8", "--slot", "7", "--json")
    sheet = json.loads(out)
    steps = [
        s
        for c in sheet["chapters"]
        for s in c["steps"]
        if s["when"] is None or s["when"] in ({"screen": "menu"}, {"not_shows": "CH-007"})
    ]
    keys = [a for s in steps for a in s["actions"] if s["group"] in (None, "g2")]
    (tmp_path / "keys.txt").write_text("\n".join(keys), encoding="utf-8")
    code, out, _ = vocator("twin", "brisko-pico", "--firmware", "2", "--keys", str(tmp_path / "keys.txt"), "--json")
    answer = json.loads(out)
    assert code == 0
    assert set(answer) == {"trace", "memory", "vfo", "mode", "row"}
    assert answer["memory"]["7"] == sheet["goal"]["channel"]
    assert set(answer["trace"][0]) == {"action", "display", "beeps", "transmitting_hz"}
    assert set(answer["trace"][0]["display"]) == {"main", "slot", "icons", "row", "screen", "text"}


def test_a_goal_beyond_the_radio_exits_with_three():
    code, out, _ = vocator("sheet", "ardvane-finch", "--line", "443.9 + DCS 074I narrow", "--slot", "7", "--json")
    answer = json.loads(out)
    assert code == 3
    assert answer["proof"]["verdict"] == "beyond" and set(answer["proof"]) == {"verdict", "part", "why", "nearest"}
    assert answer["chapters"] == []


@pytest.mark.parametrize(
    ("arguments", "words"),
    [
        (("sheet", "ardvane-finch", "--line", "445.0", "--slot", "7"), "to be decided first"),
        (("sheet", "ardvane-finch", "--line", "146.55", "--slot", "900"), "001 to 200"),
        (("sheet", "ardvane-finch", "--line", "146.55", "--slot", "7", "--label", "TOOLONG"), "at most 6"),
        (("sheet", "nobody", "--line", "146.55", "--slot", "7"), "ardvane-finch"),
        (("sheet", "brisko-pico", "--line", "146.55", "--slot", "7", "--firmware", "9"), "firmware '9'"),
        (("sheet", "ardvane-finch", "--line", "146.55", "--slot", "7", "--row", "B"), "none on this radio"),
        (("sheet", "ardvane-finch", "--slot", "7", "--goal", "find-tone"), "an empty line"),
        (("twin", "ardvane-finch", "--keys", "/nowhere"), "/nowhere"),
        (("passes", "--elements", "nowhere", "--site", "49.5,-57.8", "--start", "2026-11-25", "--days", "1"), "cannot be read"),
        (("passes", "--elements", TLE, "--site", "north", "--start", "2026-11-25", "--days", "1"), "49.5,-57.8,40"),
        (("passes", "--elements", TLE, "--site", "95,0", "--start", "2026-11-25", "--days", "1"), "latitude"),
        (("passes", "--elements", TLE, "--site", "49,0", "--start", "soon", "--days", "1"), "UTC"),
        (("passes", "--elements", TLE, "--site", "49,0", "--start", "2026-11-25", "--days", "99"), "days"),
        ((*DOPPLER, "--satellite", "Wren-5", "--aos", "2026-11-25T00:00:00Z", "--step-hz", "5000"), "nearest rise"),
        ((*DOPPLER, "--satellite", "Nobody", "--aos", "2026-11-25T00:00:00Z", "--step-hz", "5000"), "Sable-1"),
        ((*DOPPLER, "--satellite", "Sable-1", "--aos", "2026-11-25T14:01:34Z", "--step-hz", "0"), "step"),
    ],
)  # fmt: skip
def test_errors_are_one_line_and_exit_code_two(arguments, words):
    code, _, err = vocator(*arguments)
    assert code == 2
    assert words in err
    assert len(err.strip().splitlines()) == 1


@pytest.mark.parametrize(
    ("keys", "words"),
    [
        ("[NOKEY]", "the keys"),
        ("DIAL until NOTHING", "full round"),
        ("KNOB +3", "the dials"),
        ("[PTT] wait 1s until 5 [FN] until", "until"),
        ("%", "[KEY]"),
    ],
)
def test_bad_keys_are_said_so(tmp_path, keys, words):
    (tmp_path / "k").write_text("[FN] 0 " + keys, encoding="utf-8")
    code, _, err = vocator("twin", "ardvane-finch", "--keys", str(tmp_path / "k"))
    assert code == 2
    assert words in err


def test_prove_prints_a_table_and_exits_zero_when_nothing_is_refuted():
    code, out, _ = vocator("prove", "ardvane-finch", "--channels", "13", "--json")
    answer = json.loads(out)
    assert code == 0
    assert len(answer["rows"]) == 13 and answer["faults"] == []
    assert all(row["refuted"] == 0 and row["not found"] == 0 for row in answer["rows"])


def test_profile_check_names_every_problem(tmp_path):
    code, out, _ = vocator("profile", "check", "src/vocator/data/profiles/brisko-pico.yaml")
    assert code == 0
    assert "out of reach: label (label; change the label): no names from the keypad" in out
    assert "find a tone" not in out
    (tmp_path / "bad.yaml").write_text("model: x\nmodel: y\n", encoding="utf-8")
    code, out, err = vocator("profile", "check", str(tmp_path / "bad.yaml"), "--json")
    assert code == 2
    assert json.loads(out)["problems"][0]["line"] == 2
    assert "1 problems" in err


def test_random_keys_find_what_has_no_way_home(tmp_path):
    good = "src/vocator/data/profiles/ardvane-finch.yaml"
    code, out, _ = vocator("fuzz-profile", good, "--presses", "800", "--json")
    assert code == 0 and json.loads(out)["faults"] == []
    with open(good, encoding="utf-8") as shipped:
        text = shipped.read()
    left, trap = 'quiet_s: 8, bind: {"FN tap": erase, "PTT tap": home}', 'bind: {"FN tap": calm}'
    assert left in text
    (tmp_path / "trap.yaml").write_text(text.replace(left, trap), encoding="utf-8")
    code, out, _ = vocator("fuzz-profile", str(tmp_path / "trap.yaml"), "--presses", "6000", "--json")
    faults = json.loads(out)["faults"]
    assert code == 1 and "no way home from: DEL ?" in {f["what"] for f in faults}
    assert all(f["keys"] for f in faults)


def test_batch_answers_each_line_in_order_and_survives_bad_ones(tmp_path):
    requests = [
        {"command": "resolve", "line": "146.55"},
        {"command": "twin", "model": "brisko-pico", "keys": ["146550", "[PTT]"]},
        "not json",
        {"command": "sheet", "model": "ardvane-finch", "line": "147.33 +", "slot": "7"},
        {"command": "sheet", "model": "ardvane-finch", "line": "147.33 +", "slot": 7000},
        {"command": "twin", "model": "brisko-pico"},
        {"command": "dance"},
        {"command": "sheet", "model": "ardvane-finch", "line": 5, "slot": "7"},
        [],
    ]
    text = "\n".join(r if isinstance(r, str) else json.dumps(r) for r in requests)
    (tmp_path / "r.jsonl").write_text(text, encoding="utf-8")
    code, out, _ = vocator("batch", str(tmp_path / "r.jsonl"))
    answers = [json.loads(line) for line in out.splitlines()]
    assert code == 0
    assert len(answers) == len(requests)
    assert answers[0]["channel"]["tx_hz"] == 146_550_000
    assert answers[1]["trace"][-1]["transmitting_hz"] == 146_550_000
    assert answers[3]["proof"]["verdict"] == "proven"
    assert all("error" in answers[i] for i in (2, 4, 5, 6, 7, 8))


def test_a_start_is_read_whole_and_refused_for_what_the_radio_has_not():
    start = {
        "memory": {"5": {"rx_hz": 147_330_000, "tx_hz": 147_930_000, "tone_mode": "send", "tone_tx": "103.5", "label": "RIDGE"}, "6": {"rx_hz": 145_950_000, "tx_hz": 435_100_000}},
        "vfo": {"rx_hz": 448_775_000, "tx_hz": 443_775_000, "width": "narrow", "power": "LOW"},
        "mode": "memory", "slot": "6", "settings": {"A.RPT": "OFF"}, "signals": [{"rx_hz": 145_950_000, "ctcss": "103.5"}],
    }  # fmt: skip
    answer = run_twin("ardvane-finch", [], start=start)
    assert answer["mode"] == "memory"
    assert answer["vfo"]["tx_hz"] == 443_775_000 and answer["vfo"]["width"] == "narrow" and answer["vfo"]["power"] == "LOW"
    assert answer["memory"]["5"]["tone_tx"] == "103.5" and answer["memory"]["6"]["tx_hz"] == 435_100_000
    assert memory_dict(twin_of("ardvane-finch"), twin_of("ardvane-finch").start) == {}
    for wrong, words in (
        ({"modes": 1}, "unknown part"),
        ({"row": "B"}, "row"),
        ({"settings": {"X": "1"}}, "setting 'X'"),
        ({"settings": {"SHIFT": "x"}}, "none of the radio's"),
        ({"memory": {"0": {"rx_hz": 1}}}, "slot '0'"),
        ({"mode": "call"}, "mode"),
        ({"vfo": {"rx_hz": 146_000_000, "tone_mode": "send", "tone_tx": "1.0"}}, "no such tone"),
        ({"vfo": {}, "memory": {"5": {}}}, "rx_hz"),
    ):
        with pytest.raises(Exception, match=words):
            run_twin("ardvane-finch", [], start=wrong)


def test_a_sheet_of_many_channels_has_contents_and_says_what_the_order_saves(tmp_path):
    file = tmp_path / "day.csv"
    file.write_text("slot,line,label\n1,147.33 + 103.5,RIDGE\n2,146.55,\n3,147.06 + 103.5,\n4,52.82 - 0.5,\n", encoding="utf-8")
    code, out, _ = vocator("sheet", "ardvane-finch", "--channels", str(file), "--json")
    answer = json.loads(out)
    assert (code, answer["proof"]["verdict"]) == (0, "proven")
    assert sorted(part["slot"] for part in answer["contents"]) == ["1", "2", "3"]
    assert [b["slot"] for b in answer["beyond"]] == ["4"]
    assert answer["saving"]["listed_seconds"] - answer["saving"]["ordered_seconds"] == pytest.approx(
        answer["saving"]["seconds"], abs=0.2
    )
    steps = sum(len(c["steps"]) for c in answer["chapters"])
    assert answer["contents"][-1]["first_step"] + answer["contents"][-1]["steps"] == steps
    code, _, err = vocator("sheet", "ardvane-finch", "--channels", str(tmp_path / "none.csv"))
    assert (code, "cannot be read" in err) == (2, True)


def test_prove_slips_prints_a_table_without_faults():
    code, out, _ = vocator("prove", "castellan-atlas", "--slips")
    assert code == 0
    head, row = out.splitlines()
    assert head.split()[-2:] == ["stuck", "missed"]
    assert row.split()[-2:] == ["0", "0"]


def test_passes_and_a_doppler_set_answer_as_the_contract_says(tmp_path):
    mask = tmp_path / "mask.csv"
    mask.write_text("azimuth,elevation\n0,30\n180,30\n")
    where = ("--site", "49.54,-57.83,30", "--start", "2026-11-25T00:00:00Z", "--days", "1", "--json")
    code, out, _ = vocator("passes", "--elements", "tests/reference/elements_omm.csv", *where, "--mask", str(mask))
    answer = json.loads(out)
    assert code == 0
    assert set(answer) == {"passes", "without_passes"}
    assert all(set(p) == PASS_KEYS for p in answer["passes"])
    assert any(p["windows"] for p in answer["passes"]) and any(not p["windows"] for p in answer["passes"])
    code, out, _ = vocator(*DOPPLER, "--satellite", "Sable-1", "--aos", "2026-11-25T14:01:20Z", "--step-hz", "5000", "--json")
    found = json.loads(out)
    assert code == 0
    assert set(found) == {"memories", "worst_downlink_hz", "worst_uplink_hz", "mean_downlink_hz", "mean_uplink_hz"}
    assert all(set(m) == {"downlink_hz", "uplink_hz", "from_utc", "to_utc"} for m in found["memories"])
    assert found["worst_downlink_hz"] < 2600
    assert found["memories"][0]["from_utc"] == "2026-11-25T14:01:34.820Z"[:19] + found["memories"][0]["from_utc"][19:]


def test_a_file_with_spoiled_sets_gives_the_passes_of_the_good_ones_and_tells_the_rest(tmp_path):
    lines = open(TLE).read().splitlines()  # noqa: SIM115
    spoiled = tmp_path / "spoiled.tle"
    spoiled.write_text("\n".join([lines[0], lines[1][:60], *lines[2:]]))
    code, out, _ = vocator(
        "passes", "--elements", str(spoiled), "--site", "49.54,-57.83", "--start", "2026-11-25", "--days", "1", "--json"
    )
    answer = json.loads(out)
    assert code == 0
    assert {p["satellite"] for p in answer["passes"]} >= {"Marlin", "Corrie"}
    assert any("columns" in w["reason"] for w in answer["without_passes"])


def test_the_commands_of_the_readme_run_as_they_stand(tmp_path):
    text = Path("README.md").read_text(encoding="utf-8")
    (block,) = re.findall(r"```sh\n(\./vocator.*?)```", text, re.S)
    (tmp_path / "src").symlink_to(Path("src").resolve())
    for command in block.replace("\\\n", " ").splitlines():
        done = subprocess.run(
            ["bash", "-c", command.replace("./vocator", f"{sys.executable} -m vocator.cli.main")],
            capture_output=True,
            text=True,
            cwd=tmp_path,
            env={"PYTHONPATH": "src", "PATH": "/usr/bin:/bin"},
            check=False,
        )
        assert done.returncode == 0, (command, done.stderr)
        assert done.stdout or " > " in command, command


def test_two_profiles_are_compared_and_a_reading_is_taken_over(tmp_path):
    finch = Path("src/vocator/data/profiles/ardvane-finch.yaml")
    other, out = tmp_path / "other.yaml", tmp_path / "out.yaml"
    other.write_text(
        finch.read_text(encoding="utf-8").replace('new: "KEY", scope: set', 'new: "ON", scope: set', 1), encoding="utf-8"
    )
    code, shown, _ = vocator("profile", "compare", str(finch), str(other))
    assert code == 0 and "settings.LIGHT.new" in shown and "here   KEY" in shown
    assert vocator("profile", "compare", str(finch), str(other), "--take", "settings.LIGHT.new", "--out", str(out))[0] == 0
    assert "they read the manual alike" in vocator("profile", "compare", str(out), str(other))[1]
    code, _, err = vocator("profile", "compare", str(finch), str(other), "--take", "settings.BEEP.new", "--out", str(out))
    assert code == 2 and "differ" in err
