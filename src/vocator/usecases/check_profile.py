"""Check a profile file: its form, then its audit."""

from pathlib import Path
from typing import Any

from vocator.core.radio.audit import traps, unreachable
from vocator.core.radio.perform import UntilFailed
from vocator.core.radio.twin import Twin
from vocator.files.profile_readings import build_whole
from vocator.files.strict_yaml import DataFileError, load_yaml
from vocator.usecases.goal_table import cell
from vocator.usecases.prove_radios import ALL_KINDS


def check_profile(path: Path) -> dict[str, Any]:
    """Return every problem of a profile file with file, line and path, and what the audit names."""
    try:
        profile = build_whole(load_yaml(path))
    except DataFileError as error:
        problems = [{"file": p.file, "line": p.line, "path": p.path, "text": p.text} for p in error.problems]
        return {"file": str(path), "problems": problems, "audit": []}
    return {"file": str(path), "problems": [], "audit": [*unreachable(profile), *traps(profile), *out_of_reach(Twin(profile))]}


def out_of_reach(twin: Twin) -> list[str]:
    """Name the kinds of goal that a radio cannot do, each with the part and the reason.

    A profile in the making may lack what the planner counts on; that is named too.
    """
    found = []
    for kind in ALL_KINDS:
        try:
            told = cell(twin, kind, prove_it=False)
        except (AssertionError, KeyError, IndexError, StopIteration, TypeError, UntilFailed) as error:
            found.append(f"out of reach: {kind}: no way is found yet: {str(error) or 'something of it is not described'}")
            continue
        if told["verdict"] == "no":
            found.append(f"out of reach: {kind}: {told['beyond']['part']}, {told['beyond']['why']}")
    return found
