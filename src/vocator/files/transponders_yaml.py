"""The transponder table as data: what satellites hear and send, by catalogue number."""

from functools import cache
from pathlib import Path

from vocator.core.onair.satellites import Transponder
from vocator.files.strict_yaml import load_yaml

TABLE = Path(__file__).parent.parent / "data" / "demo" / "satellites.yaml"


@cache
def transponders() -> dict[int, Transponder]:
    """Return the transponders that ship, by catalogue number."""
    rows = load_yaml(TABLE).data["transponders"]
    return {row["number"]: Transponder(**{k: v for k, v in row.items() if k != "number"}) for row in rows}
