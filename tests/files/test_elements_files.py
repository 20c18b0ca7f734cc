"""Element files: round trips, and everything that must not be believed."""

import json
from dataclasses import replace
from datetime import UTC, datetime

import pytest
from hypothesis import given
from hypothesis import strategies as st
from sgp4.api import Satrec
from sgp4.exporter import export_tle

from support.orbits import REFERENCE
from vocator.core.orbit.elements import Elements
from vocator.core.refusal import Refusal
from vocator.files.elements_any import read_elements
from vocator.files.mask_csv import read_mask
from vocator.files.omm import read_omm_csv, read_omm_json, write_omm_csv, write_omm_json
from vocator.files.tle import checksum, lines_of, read_tle, write_tle

TLE = (REFERENCE / "elements.tle").read_text()
SIX = read_tle(TLE).elements


def test_the_three_formats_hold_the_same_and_come_out_as_they_went_in() -> None:
    omm_json, omm_csv = (REFERENCE / "elements_omm.json").read_text(), (REFERENCE / "elements_omm.csv").read_text()
    assert (
        read_elements(TLE.encode()).elements
        == read_elements(omm_json.encode()).elements
        == read_elements(omm_csv.encode()).elements
    )
    assert write_tle(list(SIX)) == TLE
    assert json.loads(write_omm_json(list(SIX))) == json.loads(omm_json)
    assert write_omm_csv(list(SIX)).splitlines() == omm_csv.splitlines()


PRINTED = st.builds(
    Elements,
    st.just("MADE 1"), st.just("2024-001A"), st.integers(1, 99_999),
    st.datetimes(datetime(2000, 1, 1), datetime(2056, 1, 1)).map(lambda t: t.replace(microsecond=0, tzinfo=UTC)),
    st.integers(90_000_000, 1_600_000_000).map(lambda n: n / 1e8), st.integers(0, 100_000).map(lambda n: n / 1e7),
    *[st.integers(0, 1_799_999).map(lambda n: n / 1e4)] * 4,
    st.integers(-99_999, 99_999).map(lambda n: float(f"{n}e-8")), st.integers(-99_999, 99_999).map(lambda n: n / 1e8), st.just(0.0),
    st.just("U"), st.just(0), st.integers(0, 9_999), st.integers(0, 99_999),
)  # fmt: skip


@given(PRINTED)
def test_any_set_survives_each_format_and_the_two_line_one_to_its_printed_digits(made: Elements) -> None:
    assert read_omm_json(write_omm_json([made])).elements == read_omm_csv(write_omm_csv([made])).elements
    back = read_tle(write_tle([made]))
    if back.unusable:
        assert "perigee" in back.unusable[0].why
        return
    found = back.elements[0]
    assert abs((found.epoch_utc - made.epoch_utc).total_seconds()) < 0.00045
    assert replace(found, epoch_utc=made.epoch_utc, bstar=0.0) == replace(made, bstar=0.0)
    assert found.bstar == pytest.approx(made.bstar, rel=1e-4, abs=1e-13)
    assert read_tle(write_tle([found])).elements == (found,)


def test_two_lines_are_those_that_the_propagator_s_library_writes() -> None:
    for one in read_tle(TLE).elements:
        assert lines_of(one) == tuple(export_tle(Satrec.twoline2rv(*lines_of(one))))


def test_a_spoiled_set_is_told_with_its_line_and_the_good_ones_are_kept() -> None:
    lines = TLE.splitlines()
    spoiled = {
        "checksum": [*lines[:1], lines[1][:20] + "9" + lines[1][21:], *lines[2:]],
        "columns": [*lines[:2], lines[2][:60], *lines[3:]],
        "missing": [*lines[:2], *lines[3:]],
        "of object": [*lines[:2], lines[5], *lines[3:]],
        "name without": [*lines, "Cut"],
    }
    for word, given_lines in spoiled.items():
        file = read_elements("\n".join(given_lines).encode())
        assert any(word in str(u) for u in file.unusable), (word, file.unusable)
        assert len(file.elements) >= 5


@pytest.mark.parametrize(
    ("field", "value", "word"),
    [
        ("MEAN_MOTION", "NaN", "number"), ("MEAN_MOTION", 0, "MEAN_MOTION"), ("ECCENTRICITY", 1.2, "ECCENTRICITY"),
        ("EPOCH", "yesterday", "EPOCH"), ("EPOCH", None, "missing"), ("INCLINATION", 200, "INCLINATION"),
        ("NORAD_CAT_ID", -1, "NORAD_CAT_ID"), ("MEAN_MOTION", 19.9, "perigee"), ("EPOCH", "2200-01-01T00:00:00", "EPOCH"),
        ("TIME_SYSTEM", "TAI", "TIME_SYSTEM"), ("INCLINATION", True, "number"), ("MEAN_ANOMALY", "fast", "MEAN_ANOMALY"),
    ],
)  # fmt: skip
def test_what_a_library_would_swallow_is_refused_by_field(field: str, value: object, word: str) -> None:
    records = json.loads((REFERENCE / "elements_omm.json").read_text())
    records[2][field] = value
    file = read_omm_json(json.dumps(records))
    assert len(file.elements) == 5
    assert file.unusable[0].name == "Tansy-2"
    assert word in file.unusable[0].why


def test_epochs_with_a_zone_or_without_a_fraction_and_long_numbers_are_read() -> None:
    records = json.loads((REFERENCE / "elements_omm.json").read_text())
    records[0] |= {"EPOCH": "2026-11-20T10:00:00Z", "NORAD_CAT_ID": 123_456_789, "REV_AT_EPOCH": "5230.0"}
    found = read_omm_json(json.dumps(records)).elements[0]
    assert (found.number, found.revolutions) == (123_456_789, 5230)
    with pytest.raises(ValueError, match="OMM"):
        write_tle([found])
    assert read_tle(write_tle([replace(found, number=123_456)])).elements[0].number == 123_456


@pytest.mark.parametrize("raw", [b"", b"\xff\xfe\x00", b"{", b"[1, 2]", b"hello\nworld", b"A,MEAN_MOTION\n1,2", b"<omm/>"])
def test_what_is_no_element_file_gives_reasons_and_no_elements(raw: bytes) -> None:
    file = read_elements(raw)
    assert file.elements == ()
    assert file.unusable
    assert all(str(u) for u in file.unusable)


def test_a_hundred_thousand_objects_are_read() -> None:
    lines = TLE.splitlines()[:3]
    file = read_elements("\n".join(lines * 20_000).encode())
    assert len(file.elements) == 20_000
    assert checksum(lines[1]) == int(lines[1][68])


def test_a_mask_is_read_from_lines_with_comments_headers_or_json_and_a_bad_line_is_named() -> None:
    wanted = ((0.0, 5.0), (90.0, 12.5))
    for text in ("azimuth_deg,elevation_deg\n0,5\n90,12.5 # the barn\n", "0 5\n90;12.5", "[[0, 5], [90, 12.5]]"):
        assert read_mask(text).points == wanted
    with pytest.raises(Refusal, match="line 2"):
        read_mask("0,5\nfoo")
