"""The six made-up satellites of the reference tables, and places to see them from."""

import json
from datetime import UTC, datetime
from pathlib import Path

from vocator.core.orbit.site import Site
from vocator.files.elements_any import read_elements

REFERENCE = Path(__file__).parent.parent / "reference"
PASSES = json.loads((REFERENCE / "passes.json").read_text())
DOPPLER = json.loads((REFERENCE / "doppler.json").read_text())
SITES = {o["id"]: Site(o["lat"], o["lon"], o["h"]) for o in PASSES["observers"]}
START = datetime(2026, 11, 25, tzinfo=UTC)
ELEMENTS = read_elements((REFERENCE / "elements.tle").read_bytes()).elements
HOME = Site(49.5, -57.8, 40)
