"""Writes the table of radios by goals: ``src/vocator/data/goal_table.json`` and ``docs/goals.md``.

Run: ``PYTHONPATH=src:tests python -m support.goals``
"""

import json
from pathlib import Path
from typing import Any

from vocator.usecases.programming.goal_table import TABLE, prove_table

PAGE = Path(__file__).parent.parent.parent / "docs" / "goals.md"
HEAD = """# Radios by goals

Made by the prover itself (`PYTHONPATH=src:tests python -m support.goals`; a test fails when it is out of
date): of each kind, generated goals were planned and carried out on the twin from the covering set of
starts. ● all proven, ◐ some of them lie beyond the radio, – beyond the radio. The reasons stand below.

"""
MARKS = {"yes": "●", "some": "◐", "no": "–", "refuted": "✗"}


def render(table: dict[str, Any]) -> str:
    """Return the page of a table."""
    names = [row["name"].split()[-1] for row in table["radios"]]
    lines = [f"| goal | {' | '.join(names)} |", f"| --- |{' :-: |' * len(names)}"]
    for kind in table["kinds"]:
        marks = [MARKS[row["cells"][kind]["verdict"]] for row in table["radios"]]
        lines.append(f"| {kind} | {' | '.join(marks)} |")
    for row in table["radios"]:
        lines.append(f"\n## {row['name']}\n")
        for kind in table["kinds"]:
            beyond = row["cells"][kind]["beyond"]
            if beyond:
                lines.append(f"- {kind}: {beyond['part']}, {beyond['why']}. {beyond['nearest']}")
    return HEAD + "\n".join(lines) + "\n"


if __name__ == "__main__":
    found = prove_table()
    refuted = [
        (r["model"], kind, c["beyond"]["why"])
        for r in found["radios"]
        for kind, c in r["cells"].items()
        if c["verdict"] == "refuted"
    ]
    if refuted:
        raise SystemExit("refuted, nothing is written:\n" + "\n".join(" · ".join(one) for one in refuted))
    TABLE.write_text(json.dumps(found, ensure_ascii=False, indent=1) + "\n", encoding="utf-8")
    PAGE.write_text(render(found), encoding="utf-8")
