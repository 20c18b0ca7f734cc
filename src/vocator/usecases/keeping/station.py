"""The station: who, where, by which region's habits; and what may soon be in the way."""

import shutil

from sqlalchemy import text
from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.keeping.records import Station
from vocator.settings import settings
from vocator.storage.orbit_repositories import ElementRepository
from vocator.storage.repositories import StationRepository


def the_station(session: Session) -> Station:
    """Return the station, as new where nothing was saved."""
    return StationRepository(session).get()


def save_station(session: Session, station: Station) -> None:
    """Save the station."""
    StationRepository(session).save(station)


def ask_store(session: Session) -> None:
    """Raise what the store raises where it does not answer."""
    session.execute(text("select 1"))


def outlook(session: Session) -> tuple[int, float | None]:
    """Return how many megabytes the disk has left, and how many days old the newest elements are, None where there are none."""
    newest = ElementRepository(session).newest()
    age = round((clock.utc_now() - newest).total_seconds() / 86_400, 1) if newest else None
    return shutil.disk_usage(settings().data).free // 1_000_000, age
