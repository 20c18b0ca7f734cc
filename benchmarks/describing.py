"""How quickly a description with 36 menu entries is shown anew after one answer: questions, twin, and what it can be asked for.

``scripts/bench describing``
"""

import copy
import os
import time
from statistics import mean

from vocator.files.profile_parts import PROFILES
from vocator.files.strict_yaml import load_yaml
from vocator.storage.tables import DescriptionRow
from vocator.usecases.network.apart import work_apart
from vocator.usecases.profiles.described import goals, view

PAGE = PROFILES.parents[3] / "docs" / "workshop-examples" / "nobbin-pebble.yaml"
ENTRIES, CHANGES = 36, 10


def changed(quiet_s: float) -> DescriptionRow:
    """Return the description with one answer unlike those before."""
    data = copy.deepcopy(load_yaml(PAGE).data)
    menu = data["screens"]["list"]["entries"]
    for n in range(ENTRIES - len(menu)):
        name = f"MORE {n + 1}"
        menu.append({"name": name, "number": f"{70 + n}"})
        data["settings"][name] = {
            "means": "other",
            "about": "of no channel",
            "values": {"OFF": "off", "ON": "on"},
            "new": "OFF",
            "scope": "set",
        }
    data["screens"]["list"]["quiet_s"] = quiet_s
    return DescriptionRow(id=1, version=1, data=data, answered={}, examples=[], before=[])


def timed(first_s: float) -> tuple[list[float], list[float]]:
    """Return the seconds until questions and twin are there, and until what it can be asked for is, for so many changes."""
    seen, asked = [], []
    for n in range(CHANGES):
        row = changed(first_s + n)
        begun = time.perf_counter()
        assert view(row)["problems"] == []
        seen.append(time.perf_counter() - begun)
        begun = time.perf_counter()
        goals(row)
        asked.append(time.perf_counter() - begun)
    return seen, asked


def main() -> None:
    cores = len(os.sched_getaffinity(0))
    print(f"{ENTRIES} entries, one answer changed, mean of {CHANGES} (aim 0.5 s for both)")
    seen, here = timed(5)
    print(f"questions and twin {mean(seen):.2f} s, worst {max(seen):.2f} s")
    print(f"what it can be asked for, in one process: {mean(here):.2f} s, worst {max(here):.2f} s")
    work_apart(cores)
    timed(20)  # they are there, and have read what they need
    _, there = timed(40)
    work_apart(0)
    print(
        f"as the server does it, in {cores} processes: {mean(there):.2f} s, worst {max(there):.2f} s, ratio {mean(there) / mean(here):.2f}"
    )


if __name__ == "__main__":
    main()
