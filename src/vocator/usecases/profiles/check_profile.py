"""Check a profile file: its form, then its audit."""

from pathlib import Path
from typing import Any

from vocator.core.radio.audit import traps, unreachable
from vocator.core.radio.twin import Twin
from vocator.files.data_problems import DataFileError
from vocator.files.profile_readings import build_whole
from vocator.files.strict_yaml import load_yaml
from vocator.usecases.programming.goal_table import cell
from vocator.usecases.programming.make_sheet import NOT_DESCRIBED, what_is_lacking
from vocator.usecases.programming.prove_radios import ALL_KINDS

DESCRIBED_BY = {
    "group": "a setting with means: group", "free keys": "free_keys, and the verbs assign and use_free_key", "label": "labels, and a screen of kind label",
    "tone search": "a screen of kind search with setting of the tone", "code search": "a screen of kind search with setting of the code",
    "squelch": "a setting with means: squelch for each side, with a value open", "squelch level": "a setting with means: squelch",
    "full duplex": "units: hears: while_sending", "reverse": "the verb reverse in memory mode, or a setting with means: reverse",
    "stored channel": "edits_slots", "erase": "a list of slots with the verb erase", "odd split": "the verb write_split, second_save, or means: send_frequency",
    "cross-band slot": "the verb write_split, second_save, or means: send_frequency", "watch": "a setting with means: watch",
    "dual watch": "a setting with means: dual_watch", "two rows": "a setting with means: rows", "tone mode": "the values of the use of tones",
    "code": "a list of codes that has it (tones: dcs_n, dcs_pairs …)", "tone": "a list of tones that has it (tones: ctcss50)",
    "1750 Hz": "burst_key", "memory shows": "a setting with means: show", "tuning step": "a setting with means: step", "automatic shift": "a setting with means: auto_shift", "display": "a setting with means: show",
}  # fmt: skip
"""What of a profile describes a part, where the radio has it."""
NO_WAY = "no way is found yet"


def check_profile(path: Path) -> dict[str, Any]:
    """Return every problem of a profile file with file, line and path, and what the audit names.

    ``unfinished`` counts what keeps it from use: screens that can be left open for good, goals to which no way is found.
    """
    try:
        profile = build_whole(load_yaml(path))
    except DataFileError as error:
        problems = [{"file": p.file, "line": p.line, "path": p.path, "text": p.text} for p in error.problems]
        return {"file": str(path), "problems": problems, "audit": [], "unfinished": 0}
    trapped, reach = traps(profile), out_of_reach(Twin(profile))
    unfinished = len(trapped) + sum(NO_WAY in line for line in reach)
    return {"file": str(path), "problems": [], "audit": [*trapped, *unreachable(profile), *reach], "unfinished": unfinished}


def out_of_reach(twin: Twin) -> list[str]:
    """Name what a radio cannot do, a line for each part that it lacks with the kinds of goal that hang on it.

    Whether the radio lacks it or the file leaves it out, the file alone knows: what would describe it is told.  A
    profile in the making may lack what the planner counts on; that comes first.
    """
    unfinished: list[str] = []
    lacking: dict[tuple[str, str], list[str]] = {}
    for kind in ALL_KINDS:
        try:
            told = cell(twin, kind, prove_it=False)
        except NOT_DESCRIBED as error:
            unfinished.append(f"out of reach: {kind}: {NO_WAY}: {what_is_lacking(error)}")
            continue
        if told["verdict"] == "no":
            lacking.setdefault((told["beyond"]["part"], told["beyond"]["why"]), []).append(kind)
    return [*unfinished, *(_lack(part, why, kinds) for (part, why), kinds in lacking.items())]


def _lack(part: str, why: str, kinds: list[str]) -> str:
    by = DESCRIBED_BY.get(part)
    return f"out of reach: {part} ({'; '.join(kinds)}): {why}{f' (says this file; where the radio has it, describe {by})' if by else ''}"
