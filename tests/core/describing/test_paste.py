"""A menu as it stands in a manual, pasted: what becomes of it."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from support.owner import table_of
from vocator.core.describing.paste import read_menu

SHIFT = (("OFF", "none"), ("−", "minus"), ("+", "plus"))


@pytest.mark.parametrize(
    "line",
    [
        "7 | SHIFT | OFF, −, + |", "7\tSHIFT\tOFF, -, +", "7; SHIFT; OFF, −, +", "7   SHIFT   OFF, −, +", "7. SHIFT: OFF, −, +", "7 SHIFT (OFF, −, +)", "| 7 | `SHIFT` | OFF / − / + |",
        "7 | SHIFT | direction of the shift | OFF, −, + | OFF |",
    ],
)  # fmt: skip
def test_any_common_layout_of_a_table_is_read(line):
    (entry,) = read_menu(f"no. | entry | values | new\n---|---\n{line}\n")
    assert (entry.number, entry.name, entry.means, entry.values, entry.new) == ("7", "SHIFT", "shift", SHIFT, "OFF")


@pytest.mark.parametrize(
    ("line", "means", "what"),
    [
        ("OFFSET | 0.00 to 20.00 by 0.05; new 0.60", "offset", (0, 20_000_000, 50_000, 2)),
        ("GAP | offset | 0.000–69.990 by 0.010; six digits; new 0.600", "offset", (0, 69_990_000, 10_000, 3)),
        ("CT.HZ | 50 tones | 100.0", "tone", "ctcss50"),
        ("RX TONE | OFF, 50", "open_tone", "off_ctcss50"),
        ("TX CODE | OFF, 104 N, 104 I", "send_code", "off_dcs_ni"),
        ("SIG | OFF, ENC, SQL, DCS", "tone_use", (("OFF", "none"), ("ENC", "send"), ("SQL", "send_and_open"), ("DCS", "code"))),
        ("STEP | 5, 6.25, 12.5 kHz | 5", "step", (("5", "5000"), ("6.25", "6250"), ("12.5", "12500"))),
        ("STEP | 5, 10, 12.5, 25, 50 kHz", "step", (("5", "5000"), ("10", "10000"), ("12.5", "12500"), ("25", "25000"), ("50", "50000"))),
        ("LAMP | 5 s, 10 s, ON", "other", (("5 s", "5_s"), ("10 s", "10_s"), ("ON", "on"))),
        ("TX TONE | tone sent | OFF, 67.0–254.1, D023N–D754I", "send_tone", "off_ctcss50_dcs_ni"),
        ("RX TONE | OFF, 50 tones, 104 codes N and I", "open_tone", "off_ctcss50_dcs_ni"),
        ("TX TONE | OFF, 38 tones, 104 codes", "send_tone", "off_ctcss38_dcs_n"),
        ("T-CTCS | OFF, 67.0 to 250.3 Hz", "send_tone", "off_ctcss38"),
        ("R-DCS | OFF, 023N–754N, 023I–754I", "open_code", "off_dcs_ni"),
        ("DCS | code | 104 codes, N and I", "code", "dcs_pairs"),
        ("TONE | tone | 38 tones", "tone", "ctcss38"),
        ("RX TONE | Off, 50 tones", "open_tone", "Off_ctcss50"),
        ("A.RPT | ON, OFF: automatic shift | ON", "auto_shift", (("ON", "on"), ("OFF", "off"))),
        ("SPAN | W, N; 1 and 2 choose", "width", (("W", "wide"), ("N", "narrow"))),
        ("HUSH | squelch | 0–9", "squelch", tuple((str(n), str(n)) for n in range(10))),
        ("LIGHT | KEY, ON, OFF", "other", (("KEY", "key"), ("ON", "on"), ("OFF", "off"))),
    ],
)  # fmt: skip
def test_what_an_entry_is_for_is_told_by_its_name_and_its_values(line, means, what):
    (entry,) = read_menu(line)
    assert entry.means == means
    assert what in (entry.values, entry.tones, entry.amounts)
    assert entry.code_prefix == ("D" if "D023" in line else "")


def test_the_whole_menu_of_a_page_is_read_and_what_is_typed_is_noticed():
    entries = {e.number: e for e in read_menu(table_of("nobbin-pebble"))}
    assert [n for n, e in entries.items() if not e.sure] == ["60", "61", "63"]
    assert (entries["52"].digits, entries["52"].typed) == (6, "hertz")
    assert (entries["32"].digits, entries["32"].typed) == (4, "bare")
    assert (entries["12"].digits, entries["12"].typed) == (1, "number")
    assert (entries["40"].digits, entries["40"].typed) == (1, "bare")


@given(st.text(max_size=300))
def test_no_text_at_all_is_a_fault(text):
    for entry in read_menu(text):
        assert entry.name and len(entry.name) <= 40
