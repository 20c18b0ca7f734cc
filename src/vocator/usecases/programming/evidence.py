"""What of a radio's profile was seen on the radio itself: from the steps that were done and found as drawn."""

from typing import Any

from sqlalchemy.orm import Session

from vocator.storage.repositories import SheetRepository
from vocator.usecases.keeping.radios import find_radio


def seen_view(session: Session, radio_id: int) -> dict[str, Any]:
    """Return what a radio's sheets rest on: what of it was seen, what not yet, and from how many steps; raises NotFound for the radio."""
    find_radio(session, radio_id)
    seen: set[str] = set()
    known: set[str] = set()
    steps = 0
    for claims, ticked in SheetRepository(session).claims(radio_id):
        known.update(*claims)
        for step in ticked:
            if step < len(claims) and claims[step]:
                seen.update(claims[step])
                steps += 1
    return {"seen": sorted(seen), "not_yet": sorted(known - seen), "steps": steps}
