"""Measures pass search and Doppler sets; run with ``scripts/bench passes``.

The same work is done by skyfield's event search beside ours in one run, for the ratio.
"""

import resource
import time
from dataclasses import replace
from datetime import UTC, datetime
from pathlib import Path

import numpy as np
from skyfield.api import EarthSatellite, load, wgs84

from vocator.core.channel.channel import Channel, tone_use
from vocator.core.orbit.doppler import curve_of
from vocator.core.orbit.doppler_set import doppler_set
from vocator.core.orbit.elements import Elements
from vocator.core.orbit.passes import find_passes
from vocator.core.orbit.site import Site
from vocator.core.orbit.sky import Sky
from vocator.core.outing.ride_safety import Side, strays
from vocator.files.links_file import read_links
from vocator.files.omm import read_omm_json
from vocator.files.tle import lines_of
from vocator.usecases.twin.twins import twin_of

ELEMENTS = Path(__file__).parent.parent / "src" / "vocator" / "data" / "demo" / "elements.json"
START = datetime(2026, 11, 25, tzinfo=UTC)
SITE = Site(49.54, -57.83, 30)
DAYS = 7


def thirty() -> list[Elements]:
    """Return thirty orbits: the six made-up ones, turned about the Earth's axis."""
    six = read_omm_json(ELEMENTS.read_text(encoding="utf-8")).elements
    return [
        replace(e, name=f"{e.name} {k}", number=e.number + 100 * k, ascending_node_deg=(e.ascending_node_deg + 67 * k) % 360)
        for k in range(5)
        for e in six
    ]


def by_skyfield(satellites: list[Elements]) -> int:
    """Return how many highest points above 0 degrees skyfield's event search finds."""
    scale = load.timescale(builtin=True)
    place = wgs84.latlon(SITE.latitude_deg, SITE.longitude_deg, SITE.height_m)
    begin, end = scale.from_datetime(START), scale.utc(2026, 11, 25 + DAYS)
    count = 0
    for one in satellites:
        _, events = EarthSatellite(*lines_of(one), one.name, scale).find_events(place, begin, end, altitude_degrees=0.0)
        count += int(np.sum(events == 1))
    return count


def main() -> None:
    satellites = thirty()
    ours, theirs = [], []
    for _ in range(5):
        begun = time.perf_counter()
        found = find_passes(satellites, SITE, START, DAYS)
        ours.append(time.perf_counter() - begun)
        begun = time.perf_counter()
        count = by_skyfield(satellites)
        theirs.append(time.perf_counter() - begun)
    inside = sum(0 <= (p.tca_utc - START).total_seconds() <= DAYS * 86400 for p in found.passes)
    ratios = [b / a for a, b in zip(ours, theirs, strict=True)]
    print(
        f"30 satellites x {DAYS} days: {min(ours):.3f} s, skyfield {min(theirs):.3f} s, ratio {sorted(ratios)[2]:.1f} (median of 5), aim 10"
    )
    print(f"passes with their highest point in the span: {inside}, skyfield {count}")
    print(
        f"peak memory of this process: {resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024:.0f} MB, skyfield's too; aim 300"
    )
    best = max(found.passes, key=lambda p: p.max_elevation_deg)
    elements = next(e for e in satellites if e.number == best.number)
    for step in (5000, 2500, 100):
        begun = time.perf_counter()
        doppler_set(curve_of(Sky(elements, SITE, START), best, 436_500_000, 145_900_000), 436_500_000, 145_900_000, step)
        print(
            f"Doppler set, step {step} Hz, {best.max_elevation_deg:.0f} degrees high: {(time.perf_counter() - begun) * 1000:.1f} ms, aim 50"
        )
    _links_and_safety()


def _links_and_safety() -> None:
    """Read links for 200 satellites; look from nine slots of a radio that is half full for what a click too many sends on."""
    rows = [f"{91_000 + n},{435 + n * 0.005:.3f},{145.8 + n % 40 * 0.005:.3f},67.0" for n in range(200)]
    begun = time.perf_counter()
    read = read_links("\n".join(("number,downlink (MHz),uplink (MHz),tone", *rows)), {})
    print(f"links of {len(read.links)} satellites read: {time.perf_counter() - begun:.2f} s, aim 2 with keeping them")
    memory = {n: Channel(hz := 435_340_000 + 5_000 * n, hz, tone_use("67.0", None)) for n in range(9)}
    uplinks = {c.tx_hz or 0 for c in memory.values()}
    memory |= {60 + n: Channel(146_000_000 + 15_000 * n, 146_600_000 + 15_000 * n) for n in range(40)}
    for model in ("ardvane-osprey", "ardvane-heron", "oriel-lantern"):
        begun = time.process_time()
        strays(twin_of(model), memory, 0, range(9), Side(1, 8), uplinks, True)
        print(f"{model}: whole-plan proof {time.process_time() - begun:.2f} s of CPU, aim 1")


if __name__ == "__main__":
    main()
