"""Passes and Doppler against skyfield's tables, SGP4 against the library's own verification set.

Provenance and tolerances: tests/reference/README.md.
"""

import math
import re
from datetime import timedelta
from pathlib import Path

import numpy as np
import pytest
import sgp4

from support.orbits import DOPPLER, ELEMENTS, PASSES, SITES, START
from vocator.core.orbit.doppler import received_hz, to_send_hz
from vocator.core.orbit.elements import faults_of
from vocator.core.orbit.motion import model_of, position_of
from vocator.core.orbit.passes import find_passes
from vocator.core.orbit.site import Site
from vocator.core.orbit.sky import Sky
from vocator.files.tle import read_tle

CLEAR_S, GRAZING_S, TOP_S, ANGLE_DEG, SHIFT_HZ = 0.05, 0.15, 0.05, 0.02, 5.0
METRE_KM = 1e-3


def off_deg(a: float, b: float) -> float:
    return abs((a - b + 180) % 360 - 180)


@pytest.mark.parametrize("observer", sorted(SITES))
def test_every_pass_of_three_days_is_found_and_none_is_invented(observer: str) -> None:
    found = find_passes(ELEMENTS, SITES[observer], START, 3).passes
    wanted = [p for p in PASSES["passes"] if p["observer"] == observer]
    assert len(found) == len(wanted)
    for p in wanted:
        ours = min(
            (f for f in found if f.number == p["norad_cat_id"]),
            key=lambda f: abs((f.tca_utc - START).total_seconds() - p["tca_s"]),
        )
        edge_s = CLEAR_S if p["max_el_deg"] >= 1 else GRAZING_S
        for moment, tolerance in (("aos", edge_s), ("los", edge_s), ("tca", TOP_S), ("closest", TOP_S)):
            late = (getattr(ours, f"{moment}_utc") - START).total_seconds() - p[f"{moment}_s"]
            assert abs(late) <= tolerance, (p["object_name"], p["aos"], moment, late)
        assert abs(ours.max_elevation_deg - p["max_el_deg"]) <= ANGLE_DEG
        assert off_deg(ours.azimuth_tca_deg, p["az_tca_deg"]) <= ANGLE_DEG / math.cos(math.radians(p["max_el_deg"]))
        for edge in ("aos", "los"):
            assert off_deg(getattr(ours, f"azimuth_{edge}_deg"), p[f"az_{edge}_deg"]) <= (
                ANGLE_DEG if p["max_el_deg"] >= 1 else 0.05
            )


@pytest.mark.parametrize("table", DOPPLER["passes"], ids=lambda p: f"{p['klass']}-{p['object_name']}-{p['observer']}")
def test_shifts_agree_within_five_hertz_for_both_band_plans(table: dict) -> None:
    elements = next(e for e in ELEMENTS if e.number == table["norad_cat_id"])
    rate = Sky(elements, SITES[table["observer"]], START).look(np.array([s["t_s"] for s in table["samples"]])).range_rate_km_s
    for name, links in DOPPLER["configurations"].items():
        heard = [s[name]["downlink_receive_hz"] for s in table["samples"]]
        sent = [s[name]["uplink_transmit_hz"] for s in table["samples"]]
        assert np.max(np.abs(received_hz(links["downlink"], rate) - heard)) < SHIFT_HZ
        assert np.max(np.abs(to_send_hz(links["uplink"], rate) - sent)) < SHIFT_HZ


def _verification() -> list[tuple[str, str, list[list[float]]]]:
    """Read the sets and the expected states of the ``sgp4`` package as it is installed; nothing of it is kept here."""
    folder = Path(sgp4.__file__).parent
    lines = [x for x in (folder / "SGP4-VER.TLE").read_text().splitlines() if not x.startswith("#")]
    expected: list[list[list[float]]] = []
    for line in (folder / "tcppver.out").read_text().splitlines():
        if line.endswith("xx"):
            expected.append([])
        else:
            expected[-1].append([float(x) for x in line.split()[:7]])
    return list(zip(lines[::2], lines[1::2], expected, strict=False))


def test_the_librarys_verification_set_runs_through_our_reader_and_adapter() -> None:
    compared = refused = 0
    for first, second, states in _verification():
        file = read_tle(f"{first[:69]}\n{second[:69]}\n")
        if not file.elements:
            assert re.search("checksum|perigee|ECCENTRICITY|MEAN_MOTION|form|columns", file.unusable[0].why), file.unusable
            refused += 1
            continue
        assert not faults_of(file.elements[0])
        minutes = np.array([s[0] for s in states])
        model = model_of(file.elements[0])
        epoch = model.jdsatepoch + model.jdsatepochF
        codes, position, _ = position_of(model, model.jdsatepoch, (minutes / 1440 + model.jdsatepochF) * 86400)
        assert epoch > 2_400_000
        good = codes == 0
        assert good[0]
        away = np.linalg.norm(position[good] - np.array([s[1:4] for s in states])[good], axis=1)
        speed = np.array([max(np.linalg.norm(s[4:7]), 1) for s in states])[good]
        assert np.max(away / speed) < METRE_KM, (first[:8], float(np.max(away)))
        compared += int(good.sum())
    assert compared > 400
    assert refused <= 8


def test_moments_do_not_depend_on_how_the_same_longitude_is_written() -> None:
    seen = [find_passes(ELEMENTS, Site(49.5, longitude, 40), START, 2).passes for longitude in (180.0, -180.0, 179.9999999)]
    for others in seen[1:]:
        assert len(others) == len(seen[0])
        for a, b in zip(seen[0], others, strict=True):
            assert abs(a.aos_utc - b.aos_utc) < timedelta(milliseconds=5)
