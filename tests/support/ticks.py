"""Ticks as a page sends them."""

from typing import Any


def ticks_of(sheet: dict[str, Any], at: str = "2026-05-01T10:00:00Z") -> dict[str, Any]:
    """Return the body that ticks every step of a sheet."""
    return {
        "ticks": [
            {"id": f"{sheet['id']}-{n:04}", "sheet_id": sheet["id"], "step": n, "at": at, "done": True}
            for n in range(len(sheet["content"]["steps"]))
        ]
    }
