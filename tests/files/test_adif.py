"""ADIF: out and in again, and files as other programs leave them."""

from datetime import UTC, datetime

import pytest
from hypothesis import given
from hypothesis import strategies as st
from icalendar import Calendar

from vocator.core.keeping.contacts import Contact, band_of, is_duplicate, satellite_mode
from vocator.files.adif import read_adif, write_adif
from vocator.files.ics import PassEvent, write_ics

AT = datetime(2026, 11, 25, 12, 30, 15, tzinfo=UTC)
MADE = Contact("a" * 12, AT, "QZ7LOM", "FN25", "Wren-5", "FM", 435_350_000, 145_960_000, "59", "57", "QZ7ABE", "GN19", "first")
CALLS = st.from_regex(r"\AQ[A-Z][0-9][A-Z]{3}\Z")


@given(
    st.lists(
        st.builds(
            Contact, st.uuids().map(lambda u: u.hex),
            st.datetimes(datetime(2000, 1, 1), datetime(2080, 1, 1)).map(lambda t: t.replace(microsecond=0, tzinfo=UTC)), CALLS,
            st.sampled_from(["", "FN25", "GN19ex"]), st.sampled_from(["", "Wren-5"]), st.just("FM"), st.sampled_from([None, 145_957_500, 435_350_000]),
            st.sampled_from([None, 437_125_000]), st.sampled_from(["", "59"]), st.just(""), CALLS, st.just(""), st.text(max_size=30),
        ),
        max_size=5,
    )
)  # fmt: skip
def test_what_is_written_reads_back_whatever_the_note_holds(contacts: list[Contact]) -> None:
    text = write_adif(contacts)
    assert text.isascii()
    if contacts:
        back = read_adif(text.encode()).contacts
        assert [(c.at_utc, c.call_sign, c.tx_hz, c.rx_hz, c.satellite) for c in back] == [
            (c.at_utc, c.call_sign, c.tx_hz, c.rx_hz, c.satellite) for c in contacts
        ]


def test_a_satellite_contact_has_the_sides_where_adif_wants_them() -> None:
    text = write_adif([MADE])
    for field in ("<FREQ:6>435.35", "<BAND:4>70cm", "<FREQ_RX:6>145.96", "<BAND_RX:2>2m", "<PROP_MODE:3>SAT", "<SAT_NAME:6>Wren-5", "<SAT_MODE:3>U/V",
                  "<QSO_DATE:8>20261125", "<TIME_ON:6>123015", "<MY_GRIDSQUARE:4>GN19", "<STATION_CALLSIGN:6>QZ7ABE", "<ADIF_VER:5>", "<PROGRAMID:7>Vocator"):  # fmt: skip
        assert field in text, field


def record(extra: str = "") -> str:
    return f"<CALL:6>QZ7LOM<QSO_DATE:8>20261125<TIME_ON:4>1230{extra}<EOR>\n"


@pytest.mark.parametrize(
    ("raw", "note"),
    [
        (record("<NOTES:4>café").encode(), None),
        (record("<COMMENT:5>café").encode(), "bytes"),
        (record("<COMMENT:4>café").encode("latin-1"), "Latin-1"),
        (b"\xef\xbb\xbf" + record().encode(), None),
        (("head <ADIF_VER:5>3.1.4 <EOH>" + record()).encode(), None),
        (record("<COMMENT:2>abcd").encode(), "lengths do not fit"),
    ],
)
def test_odd_encodings_and_lengths_are_read_and_said(raw: bytes, note: str | None) -> None:
    file = read_adif(raw)
    assert [c.call_sign for c in file.contacts] == ["QZ7LOM"]
    assert any(note in n for n in file.notes) if note else file.notes == ()


@pytest.mark.parametrize(
    ("raw", "word"),
    [
        (b"", "cut short"), (b"<CALL:6>QZ7LOM", "cut short"), (b"<CALL:6>QZ7LOM<EOR>", "QSO_DATE"), (b"head without end <CALL:2>QZ<EOR>", "no ADIF"),
        (b"<CALL:1>Q<CALL:1>Q<EOR>", "no ADIF"), (b"<CALL:2>QZ<QSO_DATE:8>20261325<TIME_ON:4>1230<EOR>", "no moment"),
        (record("<FREQ:4>fast").encode(), "FREQ"), (record("<FREQ:999999>1").encode(), "cut short|no ADIF|FREQ|"),
    ],
)  # fmt: skip
def test_what_cannot_be_taken_is_refused_with_a_reason(raw: bytes, word: str) -> None:
    file = read_adif(raw)
    assert any(w in why for _, why in file.refused for w in word.split("|")) or not file.contacts


def test_bands_and_duplicates_within_one_pass() -> None:
    later = Contact("b" * 12, AT.replace(minute=40), "qz7lom", "", "wren-5", "FM", 435_350_000)
    assert is_duplicate(MADE, later)
    assert not is_duplicate(MADE, Contact("c" * 12, AT.replace(hour=14), "QZ7LOM", "", "Wren-5", "FM", 435_350_000))
    assert not is_duplicate(MADE, Contact("c" * 12, AT, "", "", "Wren-5", "FM", 435_350_000))
    assert not is_duplicate(MADE, MADE)
    assert (band_of(223_940_000), band_of(150_000_000), satellite_mode(MADE), satellite_mode(later)) == ("1.25m", "", "U/V", "")


def test_a_calendar_of_passes_reads_back_in_utc_with_an_alarm() -> None:
    raw = write_ics([PassEvent("u@v", "Wren-5, 62° high", "Rises at 200°; antenna on", AT, AT.replace(minute=44))], AT)
    event = Calendar.from_ical(raw).walk("VEVENT")[0]
    assert event.start == AT
    assert event.end == AT.replace(minute=44)
    assert event["SUMMARY"] == "Wren-5, 62° high"
    assert len(event.walk("VALARM")) == 1
