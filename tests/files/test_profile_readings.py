"""What a manual does not say: other readings are proven too, and what hangs on one is said and marked."""

import pytest

from vocator.files.data_problems import DataFileError
from vocator.files.profile_parts import PROFILES
from vocator.files.profile_readings import readings
from vocator.files.profile_yaml import build
from vocator.files.strict_yaml import read_yaml
from vocator.usecases.programming.make_sheet import SheetRequest, make_sheet
from vocator.usecases.twin.twins import known_meanwhile

GOOD = (PROFILES / "ardvane-finch.yaml").read_text(encoding="utf-8").replace("model: ardvane-finch", "model: own-finch")
HARMLESS = "- {path: [screens, store, window_s], readings: [5], why: the page gives no time}\n"
FAILS = '- {path: [screens, vfo, bind, "FN hold 1"], readings: [nothing, open set_list]}\n'
LONGER = "- {path: [screens, store, window_s], readings: [60]}\n"


def sheet_of(unknown: str):
    with known_meanwhile({"own-finch": f"{GOOD}\nunknown:\n{unknown}"}):
        return make_sheet(SheetRequest("own-finch", "7", "147.33 + 103.5", "RIDGE"))


def test_a_reading_that_changes_nothing_is_not_spoken_of():
    made = sheet_of(HARMLESS)
    assert not any("window_s" in limit for limit in made.sheet.limits) and not any(s.unsure for s in made.sheet.steps())


def test_a_reading_under_which_the_sheet_fails_is_said_and_its_step_marked():
    made = sheet_of(HARMLESS + FAILS)
    said = [limit for limit in made.sheet.limits if "FN hold 1" in limit]
    assert len(said) == 2 and all("this sheet fails" in limit and "the manual does not say" in limit for limit in said)
    marked = [s for s in made.sheet.steps() if s.unsure]
    assert marked and "nothing" in marked[0].unsure
    assert f"step {made.sheet.steps().index(marked[0]) + 1} shows it" in said[0]


def test_a_longer_quiet_time_is_found_to_break_the_way_out_of_the_list():
    (said,) = [limit for limit in sheet_of(LONGER).sheet.limits if "window_s" in limit]
    assert "window_s is 6 here: the manual does not say; if it is 60, this sheet fails" in said


@pytest.mark.parametrize(
    ("unknown", "path", "words"),
    [
        ("- {path: [screens, nowhere, quiet_s], readings: [5]}\n", "unknown.0.path", "nowhere in this profile"),
        ("- {path: [screens, store, window_s], readings: [soon]}\n", "unknown.0.readings.0", "number"),
        ("- {path: [screens, store, window_s], readings: []}\n", "unknown.0.readings", "at least 1"),
    ],
)
def test_a_path_that_leads_nowhere_and_a_reading_that_makes_no_radio_are_refused(unknown, path, words):
    located = read_yaml(f"{GOOD}\nunknown:\n{unknown}", "own.yaml")
    with pytest.raises(DataFileError) as refused:
        (build if "[]" in unknown else readings)(located, None, "r2")
    assert refused.value.problems[0].path == path and words in refused.value.problems[0].text
