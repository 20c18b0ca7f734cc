"""What must hold of passes, whatever the orbit and the site."""

from dataclasses import replace
from datetime import UTC, datetime, timedelta

import numpy as np
import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from support.orbits import ELEMENTS, HOME, START
from vocator.core.orbit.elements import AgeClass, Elements, age_class, age_words
from vocator.core.orbit.footprint import footprint, in_and_out
from vocator.core.orbit.grid import locator, place_of, way
from vocator.core.orbit.horizon_mask import HorizonMask, mask_of
from vocator.core.orbit.passes import Pass, find_passes
from vocator.core.orbit.search import roots, sign_changes
from vocator.core.orbit.site import Site, site_of
from vocator.core.orbit.sky import Sky
from vocator.core.refusal import Refusal

SABLE = ELEMENTS[0]


def made(**changes: object) -> Elements:
    return replace(SABLE, name="Made", bstar=0.0, mean_motion_dot=0.0, **changes)


def test_roots_of_a_toy_function_are_found_in_every_bracket_at_once() -> None:
    low = np.array([0.5, 3.5, 7.0, 10.0])
    found = roots(np.cos, low, low + 1.5, 1e-9)
    assert np.allclose(found, np.pi / 2 + np.pi * np.arange(4), atol=1e-8)
    assert list(sign_changes(np.array([-1.0, -1, 2, 0, -3]))) == [1, 3]


@settings(max_examples=25, deadline=None)
@given(
    st.floats(-89.9, 89.9),
    st.floats(-180, 180),
    st.floats(1.0, 15.8),
    st.floats(0.0, 0.6),
    st.floats(1.0, 179.0),
    st.floats(0, 359),
)
def test_a_pass_is_below_just_outside_above_inside_and_highest_at_its_top(
    latitude: float, longitude: float, motion: float, eccentricity: float, inclination: float, anomaly: float
) -> None:
    elements = made(
        mean_motion_rev_day=motion,
        eccentricity=eccentricity,
        inclination_deg=inclination,
        mean_anomaly_deg=anomaly,
        epoch_utc=START,
    )
    if elements.perigee_km < 200:
        elements = replace(elements, eccentricity=0.001)
    sky = Sky(elements, Site(latitude, longitude), START)
    found = find_passes([elements], sky.site, START, 1)
    for p in found.passes:
        aos, tca, los = (sky.seconds(t) for t in (p.aos_utc, p.tca_utc, p.los_utc))
        samples = sky.rise(np.linspace(aos, los, 50)[1:-1])[0]
        assert np.all(samples > -1e-7)
        assert p.max_elevation_deg >= np.degrees(np.arcsin(samples.max())) - 1e-3
        if p.whole:
            assert sky.rise(np.array([aos - 0.5, los + 0.5]))[0].max() < 0
        assert aos <= tca <= los
    times = np.arange(0, 86400, 20.0)
    above = sky.rise(times)[0] > 0.0005
    covered = np.zeros(len(times), bool)
    for p in found.passes:
        covered |= (times >= sky.seconds(p.aos_utc)) & (times <= sky.seconds(p.los_utc))
    if found.passes:
        assert not np.any(above & ~covered), "a pass was missed"
    else:
        assert found.without[0].reason
        assert not above.any() or above.all()


def test_a_satellite_that_cannot_be_seen_or_never_leaves_is_told_with_the_reason() -> None:
    low = made(inclination_deg=20.0)
    fixed = made(mean_motion_rev_day=1.00273791, eccentricity=0.0001, inclination_deg=0.05)
    over = find_passes([fixed], Site(0.0, 0.0), START, 1)
    reasons = [find_passes([e], site, START, 1).without for e, site in ((low, HOME), (fixed, Site(85.0, 0.0)))]
    assert "never rises here" in reasons[0][0].reason
    assert over.passes == () or not over.without
    everywhere = [find_passes([fixed], Site(0.0, lon), START, 1) for lon in (-150.0, -60.0, 30.0, 120.0)]
    assert any(w.reason.startswith("always above") for f in everywhere for w in f.without)
    assert reasons[1][0].reason


def test_a_satellite_that_comes_down_is_told_and_its_passes_before_it_are_kept() -> None:
    falling = replace(SABLE, name="Falling", bstar=0.02, mean_motion_dot=0.0, epoch_utc=START)
    later = find_passes([falling, SABLE], HOME, START + timedelta(days=12), 14)
    assert any("come down" in w.reason or "spoiled" in w.reason for w in later.without if w.satellite == "Falling")
    assert any(p.satellite == "Falling" for p in later.passes)
    assert any(p.satellite == "Sable-1" for p in later.passes)
    gone = find_passes([falling], HOME, START + timedelta(days=100), 1)
    assert gone.passes == ()
    assert gone.without[0].reason.startswith("elements unusable")


def test_a_pass_under_way_at_the_start_is_given_whole() -> None:
    first = find_passes([SABLE], HOME, START, 1).passes[0]
    middle = first.aos_utc + (first.los_utc - first.aos_utc) / 2
    again = find_passes([SABLE], HOME, middle, 0.01).passes
    assert abs(again[0].aos_utc - first.aos_utc) < timedelta(seconds=0.01)


def test_a_limit_that_no_pass_reaches_is_told_with_the_highest() -> None:
    found = find_passes([SABLE], HOME, START, 1, None, 89.9)
    assert found.passes == ()
    assert "the highest reaches" in found.without[0].reason


POINTS = st.lists(st.tuples(st.integers(0, 359).map(float), st.floats(0, 40)), min_size=1, max_size=8, unique_by=lambda p: p[0])


@settings(max_examples=25, deadline=None)
@given(POINTS)
@example([(102.0, 0.0), (141.0, 11.5), (142.0, 0.0)])  # one degree stands out: narrower than the samples are apart
def test_under_a_mask_every_window_is_free_and_everything_free_is_in_a_window(points: list[tuple[float, float]]) -> None:
    mask = mask_of(points)
    sky = Sky(SABLE, HOME, START)
    for p in find_passes([SABLE], HOME, START, 1, mask).passes:
        times = np.linspace(sky.seconds(p.aos_utc), sky.seconds(p.los_utc), 3000)
        look = sky.look(times)
        clear = look.elevation_deg - mask.at(look.azimuth_deg)
        inside = np.zeros(len(times), bool)
        for w in p.windows:
            inside |= (times >= sky.seconds(w.start_utc)) & (times <= sky.seconds(w.end_utc))
        assert not np.any(inside & (clear < -0.05))
        assert not np.any((clear > 0.05) & ~inside)


def test_a_mask_that_closes_the_sky_leaves_no_window_and_says_so() -> None:
    found = find_passes([SABLE], HOME, START, 1, mask_of([(0, 90), (180, 90)]))
    assert found.passes and not any(p.windows for p in found.passes)
    assert "closes the whole sky" in found.without[0].reason
    assert HorizonMask().at(np.array([10.0]))[0] == 0
    assert mask_of([(350, 10), (10, 20)]).at(np.array([0.0]))[0] == pytest.approx(15)
    for bad in ([(400.0, 1.0)], [(10.0, 95.0)], [(10.0, 1.0), (10.0, 2.0)], [(float("nan"), 0.0)]):
        with pytest.raises(Refusal):
            mask_of(bad)


def test_poles_the_date_line_and_heights_below_the_sea_are_sites_too() -> None:
    for site in (site_of(90, 0), site_of(-90, 10), site_of(10, 540), site_of(31, 35, -400)):
        assert find_passes(ELEMENTS, site, START, 1).passes
    for bad in ((91, 0, 0), (0, 600, 0), (0, 0, 20_000), (float("nan"), 0, 0)):
        with pytest.raises(Refusal):
            site_of(*bad)


def test_age_is_fine_then_noted_then_warned_and_a_low_orbit_errs_more() -> None:
    assert [age_class(d) for d in (0, 2.9, 3, 7, 30, -8)] == [
        AgeClass.FINE, AgeClass.FINE, AgeClass.NOTE, AgeClass.WARN, AgeClass.COARSE, AgeClass.WARN,
    ]  # fmt: skip
    assert age_words(1, 420) == ""
    assert "tens of seconds" in age_words(8, 420)
    assert "by seconds" in age_words(8, 820)
    assert "ahead" in age_words(-8, 820)
    assert "without seconds" in age_words(40, 820)


@given(st.floats(-90, 90), st.floats(-180, 180), st.integers(1, 4))
def test_a_place_lies_in_the_middle_of_its_grid_to_half_its_size(latitude: float, longitude: float, pairs: int) -> None:
    grid = locator(latitude, longitude, pairs)
    middle = place_of(grid)
    height = 10 / (1, 10, 240, 2400)[pairs - 1]
    assert abs(middle.latitude_deg - latitude) <= height / 2 + 1e-5
    assert abs((middle.longitude_deg - longitude + 180) % 360 - 180) <= height + 1e-5
    assert locator(middle.latitude_deg, middle.longitude_deg, pairs) == grid


def test_distance_and_bearing_of_a_quarter_of_the_equator_and_bad_grids_are_refused() -> None:
    found = way(Site(0, 0), Site(0, 90))
    assert found.distance_km == pytest.approx(10018.754, abs=0.01)
    assert found.bearing_deg == pytest.approx(90)
    for bad in ("", "G", "GN1", "ZZ19", "GN19zz", "1234"):
        with pytest.raises(Refusal):
            place_of(bad)


def best_pass() -> tuple[Sky, Pass]:
    found = find_passes(ELEMENTS[1:2], HOME, START, 2).passes
    return Sky(ELEMENTS[1], HOME, START), max(found, key=lambda p: p.max_elevation_deg)


def test_the_footprint_holds_who_sees_it_and_a_grid_goes_in_and_out_of_it() -> None:
    sky, best = best_pass()
    spot = footprint(sky, sky.seconds(best.tca_utc))
    assert 2000 < spot.radius_km < 3000
    assert 700 < spot.squares < 2500
    assert "GN" in spot.fields
    assert in_and_out(sky, best, HOME) == (best.aos_utc, best.los_utc)
    assert in_and_out(sky, best, Site(-45.0, 120.0)) is None
    inside = in_and_out(sky, best, place_of("FN25"))
    assert inside and best.aos_utc <= inside[0] < inside[1] <= best.los_utc


def test_an_eccentric_orbit_is_found_through_and_through() -> None:
    """A twelve-hour orbit with passes of many hours and two summits in one."""
    long = made(mean_motion_rev_day=2.006, eccentricity=0.7, inclination_deg=63.4, perigee_deg=270.0, epoch_utc=START)
    found = find_passes([long], HOME, START, 3).passes
    assert max((p.los_utc - p.aos_utc).total_seconds() for p in found) > 6 * 3600
    assert [p.aos_utc for p in found] == sorted(p.aos_utc for p in found)
    assert datetime(2026, 11, 25, tzinfo=UTC) <= found[-1].los_utc
