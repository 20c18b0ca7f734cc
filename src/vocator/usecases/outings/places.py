"""Places of an outing from files of other programs."""

from dataclasses import replace

from sqlalchemy.orm import Session

from vocator.core.outing.kept import KeptOuting
from vocator.files.geojson import read_geojson
from vocator.files.gpx import read_gpx
from vocator.usecases.outings.outings import change, kept


def add_places(session: Session, outing_id: int, raw: bytes) -> KeptOuting:
    """Add posts (and repeaters) from GeoJSON or GPX; what has a known id is put in its place; raises Refusal, NotFound, Clash."""
    one = kept(session, outing_id)
    text = raw.decode("utf-8-sig", "replace")
    posts, channels = read_geojson(text) if text.lstrip().startswith("{") else (read_gpx(text), ())
    outing = replace(
        one.outing,
        posts=tuple({p.id: p for p in (*one.outing.posts, *posts)}.values()),
        channels=tuple({c.id: c for c in (*one.outing.channels, *channels)}.values()),
    )
    return change(session, outing_id, one.version, outing.as_dict())
