"""Nothing heard from a slot: the fault tree for it."""

from typing import Any

from sqlalchemy.orm import Session

from vocator.core.channel.channel import Channel
from vocator.core.outing.outing import Outing
from vocator.core.outing.reach import path
from vocator.storage.outing_repositories import OutingRepository
from vocator.storage.repositories import RadioRepository, StationRepository
from vocator.storage.tables import RadioRow
from vocator.usecases.errors import NotFound
from vocator.usecases.outings.fault_branches import branches


def faults_view(session: Session, radio_id: int, slot: str) -> dict[str, Any]:
    """Return the branches for a slot that is known to hold a channel, the likeliest first; raises NotFound.

    For a volunteer's radio the outing says how likely the path from the post is, and whether the repeater is
    listed as off the air.
    """
    radio = RadioRepository(session).get(radio_id)
    known = RadioRepository(session).slot(radio_id, slot)
    if radio is None or known.channel is None:
        raise NotFound(f"a channel in slot {slot}", "a slot that is known to hold one")
    row = session.get(RadioRow, radio_id)
    region = StationRepository(session).get().region
    likely, listed_off = "likely", False
    channel = Channel.from_dict(known.channel)
    if row is not None and row.outing_id is not None:
        kept = OutingRepository(session).get(row.outing_id)
        placed = OutingRepository(session).placed(radio_id)
        if kept is not None:
            region = kept.outing.region
            ids = [p.channel_id for p in placed.values() if p.slot == slot]
            likely, listed_off = _path(kept.outing, str(row.person_id), ids, channel.rx_hz)
    return branches(radio, slot, channel, region, likely, listed_off)


def _path(outing: Outing, person_id: str, channel_ids: list[str], rx_hz: int) -> tuple[str, bool]:
    person = next((p for p in outing.people if p.id == person_id), None)
    channel = next((c for c in outing.channels if c.id in channel_ids), None)
    post = outing.post(person.post) if person else None
    if channel is None:
        return "likely", False
    if post is None or channel.at is None:
        return "likely", channel.off_air
    return path(post.at, channel.at, rx_hz).likely, channel.off_air
