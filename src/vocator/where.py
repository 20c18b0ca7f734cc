"""Where the files that ship stand."""

from pathlib import Path

PACKAGE = Path(__file__).parent
DATA = PACKAGE / "data"
DEMO = DATA / "demo"
ROOT = PACKAGE.parents[1]
