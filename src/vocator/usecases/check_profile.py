"""Check a profile file: its form, then its audit."""

from pathlib import Path
from typing import Any

from vocator.core.radio.audit import traps, unreachable
from vocator.files.profile_yaml import build
from vocator.files.strict_yaml import DataFileError, load_yaml


def check_profile(path: Path) -> dict[str, Any]:
    """Return every problem of a profile file with file, line and path, and what the audit names."""
    try:
        profile = build(load_yaml(path), None, "r2")
    except DataFileError as error:
        problems = [{"file": p.file, "line": p.line, "path": p.path, "text": p.text} for p in error.problems]
        return {"file": str(path), "problems": problems, "audit": []}
    return {"file": str(path), "problems": [], "audit": [*unreachable(profile), *traps(profile)]}
