"""Work in processes apart: the same answers, the same refusals, and a process that is killed is no loss."""

import os
import signal

import pytest

from vocator.core.goals.goal import Beyond
from vocator.core.refusal import Refusal
from vocator.files.data_problems import DataFileError
from vocator.files.profile_parts import PROFILES
from vocator.files.strict_yaml import load_yaml
from vocator.storage.tables import DescriptionRow
from vocator.usecases.errors import Doubtful, NotFound
from vocator.usecases.network import apart as module
from vocator.usecases.network.apart import apart, spread, work_apart
from vocator.usecases.profiles.described import _goals, goals
from vocator.usecases.programming.deep_proof import proof_from_every_state
from vocator.usecases.programming.make_sheet import SheetRequest
from vocator.usecases.programming.sheet_work import drawn_batch, drawn_sheet, recovery_from, sights_after
from vocator.usecases.twin.twins import known_meanwhile, read_own_with

FINCH = SheetRequest("ardvane-finch", "7", "147.33 + 103.5", "RIDGE")
OWN = (PROFILES / "ardvane-finch.yaml").read_text(encoding="utf-8").replace("model: ardvane-finch", "model: my-linnet")


@pytest.fixture(scope="module")
def processes():
    read_own_with(lambda model: None)  # an application of another test may have said otherwise
    work_apart(2)
    yield
    work_apart(0)


def answers():
    drawn = drawn_sheet(FINCH, None, FINCH)
    kept = {"request": {"model": "ardvane-finch", "slot": "7", "line": FINCH.line, "label": "RIDGE"}, "parts": []}
    step, seen = next((n, found) for n in range(4, 20) if (found := sights_after(kept, n)))
    batch = drawn_batch(SheetRequest("oriel-wick", ""), "slot,line\n1,146.520 simplex\n2,147.33 + 103.5\n")
    with known_meanwhile({"my-linnet": OWN}):
        own = drawn_sheet(SheetRequest("my-linnet", "7", "147.33 + 103.5"), None, FINCH)["view"]
    back = recovery_from(kept, step, seen[-1]["display"]["text"])
    return drawn, seen, batch, own, back, proof_from_every_state(kept)


def refusals():
    for work, error in (
        (lambda: drawn_sheet(SheetRequest("ardvane-finch", "7", "147.0 100"), None, FINCH), Doubtful),
        (lambda: drawn_sheet(SheetRequest("ardvane-finch", "9999", "146.52 simplex"), None, FINCH), Refusal),
        (lambda: drawn_sheet(SheetRequest("castellan-meridian", "7", "146.52 simplex"), None, FINCH), Beyond),
        (lambda: drawn_sheet(SheetRequest("no-such", "7", "146.52 simplex"), None, FINCH), NotFound),
        (lambda: drawn_batch(SheetRequest("oriel-wick", ""), "slot,line\n1,nothing\n2,999999\n"), DataFileError),
    ):
        with pytest.raises(error) as raised:
            work()
        yield type(raised.value), str(raised.value)


def test_answers_and_refusals_are_those_of_this_process(processes):
    there = answers(), list(refusals())
    work_apart(0)
    assert there == (answers(), list(refusals()))
    work_apart(2)


def killed_once(flag):
    if not os.path.exists(flag):
        open(flag, "w").close()
        os.kill(os.getpid(), signal.SIGKILL)
    return os.getpid()


def test_a_process_that_is_killed_is_replaced_and_its_work_done(processes, tmp_path):
    assert apart("ardvane-finch", os.getpid) != os.getpid()
    assert apart("ardvane-finch", killed_once, str(tmp_path / "flag")) != os.getpid()
    assert module._pools and drawn_sheet(FINCH, None, FINCH)["slot"] == "7"


def refused_at(number):
    if number == 3:
        raise Refusal("3", "number", "others", "Take another.")
    return number, os.getpid()


def test_work_is_spread_over_the_processes_and_comes_back_in_its_order(processes, tmp_path):
    found = spread(refused_at, [(n,) for n in (5, 1, 4)])
    assert [n for n, _ in found] == [5, 1, 4] and os.getpid() not in {at for _, at in found}
    with pytest.raises(Refusal, match="Take another"):
        spread(refused_at, [(1,), (3,)])
    assert spread(killed_once, [(str(tmp_path / "flag"),), (str(tmp_path / "flag"),)]), "what a killed process had is done here"


def test_what_a_description_can_be_asked_for_is_the_same_in_one_process_and_in_two(processes):
    data = load_yaml(PROFILES.parents[3] / "docs" / "workshop-examples" / "nobbin-pebble.yaml").data
    row = DescriptionRow(id=1, version=1, data=data, answered={}, examples=[], before=[])
    there = goals(row)
    _goals.cache_clear()
    work_apart(0)
    assert goals(row) == there and {g["verdict"] for g in there} >= {"proven"}
    _goals.cache_clear()
    broken = DescriptionRow(id=1, version=2, data={**data, "screens": {}}, answered={}, examples=[], before=[])
    alone = goals(broken)
    work_apart(2)
    _goals.cache_clear()
    assert goals(broken) == alone and "proven" not in {g["verdict"] for g in alone}
