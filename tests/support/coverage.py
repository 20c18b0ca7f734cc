"""Writes ``docs/manual-coverage.md`` from the sentences that the tests carry.

Run: ``PYTHONPATH=src:tests python -m support.coverage``
"""

import importlib.util
from collections import defaultdict
from pathlib import Path

from support import hands

ROOT = Path(__file__).parent.parent.parent
PAGE = ROOT / "docs" / "manual-coverage.md"
HEAD = """# Manual coverage

Every sentence of the manuals that says what a set does, and the test that was written from it
(not from the profile: a wrong profile would prove wrong sheets). Made from the tests themselves
by `PYTHONPATH=src:tests python -m support.coverage`; a test fails when this page is out of date.
"""


def render() -> str:
    """Return the page."""
    hands.SENTENCES.clear()
    for path in sorted((ROOT / "tests" / "core" / "radio").glob("test_*.py")):
        spec = importlib.util.spec_from_file_location(f"coverage_{path.stem}", path)
        assert spec and spec.loader
        spec.loader.exec_module(importlib.util.module_from_spec(spec))
    pages: dict[str, dict[str, list[str]]] = defaultdict(lambda: defaultdict(list))
    for page, text, test in hands.SENTENCES:
        if test not in pages[page][text]:
            pages[page][text].append(test)
    parts = [HEAD]
    for page in sorted(pages):
        rows = [f"| {text.replace('|', '/')} | {', '.join(f'`{t}`' for t in tests)} |" for text, tests in pages[page].items()]
        parts.append("\n".join([f"\n## {page}\n", "| the page says | tried by |", "| --- | --- |", *rows, ""]))
    return "".join(parts)


if __name__ == "__main__":
    PAGE.write_text(render(), encoding="utf-8")
