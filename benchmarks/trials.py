"""Trials over hidden single faults: a sheet is followed on a radio that differs in one thing from its profile, until it shows something
else; then trials are gone until it is settled.  How often it is located, in how many walks, at what cost, and whether a press was ever unsafe.

``scripts/bench trials [FAULTS A RADIO] [MODEL ...]``
"""

import random
import sys
import time
from typing import Any

from vocator.core.diagnosis.belief import carried
from vocator.core.radio.actions import parse_actions
from vocator.core.radio.display import display
from vocator.core.radio.perform import UntilFailed, perform
from vocator.core.radio.report import display_dict
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.files.data_problems import DataFileError
from vocator.files.profile_alternatives import patched, readings
from vocator.files.profile_yaml import PROFILES, build
from vocator.files.strict_yaml import Located, read_yaml
from vocator.usecases.profiles.trial import change_settled, trial
from vocator.usecases.programming.make_sheet import SheetRequest, make_sheet

MODELS = (
    "ardvane-finch", "ardvane-heron", "ardvane-osprey", "brisko-pico", "brisko-slate", "oriel-wick", "pelorn-hiker", "solvick-trio",
)  # fmt: skip
SHEETS = (("147.330 + 103.5 RIDGE", "store"), ("446.500 simplex", "store"), ("146.520 simplex", "store"))
MOST_WALKS = 12


def sheets_of(model: str, slot: str) -> list[tuple[str, list[tuple[str, ...]], list[dict[str, Any]]]]:
    """Return sheets as what is done on a new radio step by step, and what it draws after each."""
    found = []
    for line, goal in SHEETS:
        try:
            made = make_sheet(SheetRequest(model, slot, line, goal=goal))
        except Exception:  # beyond this radio
            continue
        steps, draws = [], []
        for step, frame in zip(made.sheet.steps(), made.run.frames, strict=True):
            if frame.done and step.actions:
                steps.append(step.actions)
                draws.append(display_dict(display(made.twin, frame.state)))
        found.append((line, steps, draws))
    return found


def symptom(twin: Twin, sheets: list[tuple[str, list[tuple[str, ...]], list[dict[str, Any]]]]) -> dict[str, Any] | None:
    """Return the first display that is not as drawn, None where the fault does not show."""
    for line, steps, draws in sheets:
        done: list[str] = []
        state = twin.start
        for number, (actions, drawn) in enumerate(zip(steps, draws, strict=True)):
            for text in actions:
                after = carried(twin, state, [text])
                if after is None:
                    return None
                state = after
                done.append(text)
            shown = display_dict(display(twin, state))
            if any(shown[k] != drawn[k] for k in ("main", "slot", "row")) or sorted(shown["icons"]) != sorted(drawn["icons"]):
                return {"sheet": line, "step": number, "actions": done, "display": shown}
    return None


class Hand:
    """Somebody with the radio: does what a trial says, stops at the first display that differs, tells of anything unsafe."""

    def __init__(self, twin: Twin, slot: int) -> None:
        self.twin, self.slot, self.unsafe = twin, slot, 0

    def go(self, walk: dict[str, Any], log: list[Any]) -> None:
        """Go a walk from home, and write down each display."""
        state, done = self.twin.start, []
        for step in walk["steps"]:
            for text in step["actions"]:
                before = state
                state = self._do(state, text)
                done.append(text)
                if any(a != b for n, (a, b) in enumerate(zip(before.slots, state.slots, strict=True)) if n != self.slot):
                    self.unsafe += 1
            shown = display_dict(display(self.twin, state))
            log.append({"trial": walk["id"], "actions": list(done), "display": shown})
            drawn = step["display"]
            if any(shown[k] != drawn[k] for k in ("main", "slot", "row")) or sorted(shown["icons"]) != sorted(drawn["icons"]):
                return

    def _do(self, state: State, text: str) -> State:
        for action in parse_actions(self.twin.profile, text):
            try:
                done = perform(self.twin, state, action)
            except UntilFailed:
                return state
            self.unsafe += done.transmitting_hz is not None
            state = done.state
        return state


def same(a: Twin, b: Twin) -> bool:
    return a.profile == b.profile


def main() -> None:
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 12
    models = sys.argv[2:] or list(MODELS)
    located = total = unsafe = wrong = none = 0
    walks: list[int] = []
    cpu: list[float] = []
    for model in models:
        text = (PROFILES / f"{model}.yaml").read_text(encoding="utf-8")
        data = read_yaml(text, model).data
        slot = "G3-05" if model == "oriel-lantern" else "5"
        sheets = sheets_of(model, slot)
        draw = random.Random(model)
        changes = list(readings(data))
        draw.shuffle(changes)
        own = 0
        for change in changes:
            if own >= count:
                break
            try:
                hidden = Twin(build(Located(model, patched(data, change), {}), None, "r2"))
                seen = symptom(hidden, sheets)
            except (DataFileError, KeyError, IndexError, ValueError, AssertionError, StopIteration):
                continue
            if seen is None:
                continue
            own += 1
            log: list[Any] = [seen]
            given = hidden.profile.slot_index(slot) or 0
            hand = Hand(hidden, given)
            for _ in range(MOST_WALKS):
                begun = time.process_time()
                answer = trial(text, model, log, slot)
                cpu.append(time.process_time() - begun)
                if "settled" in answer:
                    break
                hand.go(answer["trial"], log)
            total += 1
            walks.append(len({line["trial"] for line in log[1:]}))
            unsafe += hand.unsafe
            settled = answer.get("settled", {})
            found = change_settled(text, model, log)
            exact = found is not None and same(Twin(build(Located(model, patched(data, found), {}), None, "r2")), hidden)
            among = change.words in settled.get("left", [])
            located += exact or among
            none += not settled.get("patches")
            wrong += bool(settled.get("patches")) and not exact and not among
            if not (exact or among):
                print(f"  {model}: {change.words}: settled {settled}", file=sys.stderr)
        print(f"{model}: {own} faults, {located} of {total} located so far", file=sys.stderr)
    walks.sort()
    cpu.sort()
    print(
        f"{total} hidden faults met as a symptom: {located} located ({100 * located / max(total, 1):.0f} %, aim 95), {wrong} taken for another, {none} for none"
    )
    print(
        f"walks: median {walks[len(walks) // 2]}, nine in ten at most {walks[int(len(walks) * 0.9)]}, most {walks[-1]}; aim 3 in nine of ten; unsafe presses: {unsafe}"
    )
    print(
        f"CPU of a proposal: median {cpu[len(cpu) // 2]:.2f} s, nine in ten at most {cpu[int(len(cpu) * 0.9)]:.2f} s, most {cpu[-1]:.2f} s; aim 1"
    )


if __name__ == "__main__":
    main()
