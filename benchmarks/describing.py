"""How quickly a description with 36 menu entries is shown anew after one answer: questions, twin, and what it can be asked for.

``scripts/bench describing``
"""

import copy
import time

from vocator.files.profile_parts import PROFILES
from vocator.files.strict_yaml import load_yaml
from vocator.storage.tables import DescriptionRow
from vocator.usecases.profiles.described import goals, view

PAGE = PROFILES.parents[3] / "docs" / "workshop-examples" / "nobbin-pebble.yaml"
ENTRIES, CHANGES = 36, 10


def main() -> None:
    data = load_yaml(PAGE).data
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
    seen, asked = [], []
    for n in range(CHANGES):
        changed = copy.deepcopy(data)
        changed["screens"]["list"]["quiet_s"] = 5 + n
        row = DescriptionRow(id=1, version=1, data=changed, answered={}, examples=[], before=[])
        begun = time.process_time()
        assert view(row)["problems"] == []
        seen.append(time.process_time() - begun)
        begun = time.process_time()
        goals(row)
        asked.append(time.process_time() - begun)
    print(f"{ENTRIES} entries, one answer changed, CPU, mean of {CHANGES} (aim 0.5 s)")
    print(f"questions and twin {sum(seen) / CHANGES:.2f} s, worst {max(seen):.2f} s")
    print(f"what it can be asked for {sum(asked) / CHANGES:.2f} s, worst {max(asked):.2f} s")


if __name__ == "__main__":
    main()
