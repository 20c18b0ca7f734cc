"""A set-up broken off at any point is taken up by the next run, with nothing half done left in use."""

import os
import shutil
import subprocess
from pathlib import Path

import pytest

ROOT = Path(__file__).parent.parent.parent
TOOL = """#!/usr/bin/env bash
# A stand-in for the installers: each leaves half of its work, is perhaps killed with the set-up, then finishes.
set -u
count() { echo x >> "$STEPS"; [ "$(wc -l < "$STEPS")" != "${BREAK_AT:-0}" ] || { kill -9 "$SETUP"; kill -9 $$; }; }
case "$(basename "$0") $*" in
"python3 -m venv "*)
  mkdir -p "$3/bin"; count; cp "$0" "$3/bin/python"; count; touch "$3/pip" ;;
*"python -c "*) [ "$2" = "" ] || [ -e "$(dirname "$0")/../pip" ] ;;
*"python -m pip "*) [ -e "$(dirname "$0")/../pip" ] || exit 1; count; cp "$0" "$(dirname "$0")/uv" ;;
"uv pip sync "*)
  venv="$(dirname "$0")/.."
  # like the real one: what bears the mark of a finished package is not looked into again
  [ -e "$venv/package.mark" ] || { touch "$venv/package.mark"; count; touch "$venv/package.files"; }; count ;;
*"python -m vocator.api.openapi") count; echo "{}" ;;
"npm ci "*) rm -rf node_modules; mkdir node_modules; count; touch node_modules/whole; count ;;
"npm run -s types") echo half > src/lib/schema.gen.ts; count; echo whole > src/lib/schema.gen.ts ;;
"npm run -s build") rm -rf dist; mkdir dist; count; touch dist/index.html ;;
*) echo "unexpected: $0 $*" >&2; exit 1 ;;
esac
"""


@pytest.fixture
def copy(tmp_path):
    """A copy of what the set-up reads, with stand-ins for the installers first on the path."""
    for name in ("requirements.txt", "requirements-dev.txt", "requirements-dev.in"):
        shutil.copy(ROOT / name, tmp_path)
    for folder in ("web/src/lib", "web/public", "src/vocator/api", "src/vocator/usecases", "tools"):
        (tmp_path / folder).mkdir(parents=True)
    for name in ("package.json", "package-lock.json", "index.html", "vite.config.ts"):
        (tmp_path / "web" / name).write_text("{}")
    for name in ("python3", "npm"):
        (tmp_path / "tools" / name).write_text(TOOL)
        (tmp_path / "tools" / name).chmod(0o755)
    return tmp_path


def set_up(copy, break_at=0):
    script = (
        f'export SETUP=$$; ROOT="{copy}"; . "{ROOT}/scripts/setup.sh"; PATH="{copy}/tools:$PATH"; ensure_python && ensure_web'
    )
    (copy / "steps").unlink(missing_ok=True)
    environment = {**os.environ, "STEPS": str(copy / "steps"), "BREAK_AT": str(break_at)}
    return subprocess.run(["bash", "-euc", script], env=environment, capture_output=True, text=True, timeout=60)


def whole(copy):
    there = (".venv/pip", ".venv/package.files", "web/node_modules/whole", "web/dist/index.html")
    return all((copy / p).exists() for p in there) and (copy / "web/src/lib/schema.gen.ts").read_text() == "whole\n"


def test_a_set_up_broken_off_at_any_point_is_whole_after_the_next_run(copy):
    points = 0
    while True:
        for made in (".venv", "web/node_modules", "web/dist"):
            shutil.rmtree(copy / made, ignore_errors=True)
        points += 1
        broken = set_up(copy, points)
        if broken.returncode == 0:
            break
        again = set_up(copy)
        assert again.returncode == 0, (points, again.stderr)
        assert whole(copy), f"broken off at point {points}"
    assert points > 9 and whole(copy)
    assert set_up(copy).returncode == 0 and not (copy / "steps").exists(), "nothing is done twice"


def test_an_environment_whose_python_is_gone_is_made_anew(copy):
    assert set_up(copy).returncode == 0
    (copy / ".venv/bin/python").unlink()
    assert set_up(copy).returncode == 0 and whole(copy)
