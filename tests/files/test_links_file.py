"""Links of satellites as files: out and in again in both forms; what cannot be used is named by its row, and the others are taken."""

import json

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.onair.links import Link
from vocator.files.links_file import MOST_LINKS, read_links, write_links_csv, write_links_json

NAMES = {99001: "Lark 1", 99002: "Wren 2"}
NUMBERS = {name.lower(): number for number, name in NAMES.items()}
HEAD = "number,downlink (MHz),uplink (MHz),tone"
MADE = [
    Link(number=99001, downlink_hz=436_795_000, uplink_hz=145_850_000, name="FM", access_tone="67.0", notes="=not a formula"),
    Link(number=99002, downlink_hz=145_960_000, uplink_hz=435_250_500, name="U/V", arming_tone="74.4", timer_s=600),
]


@pytest.mark.parametrize("write", [write_links_csv, write_links_json])
def test_links_go_out_and_come_in_again(write):
    found = read_links(write(MADE, NAMES), NUMBERS)
    assert found.unusable == () and [f.as_dict() for f in found.links] == [m.as_dict() for m in MADE]


@given(
    st.integers(29_000_000, 1_300_000_000),
    st.sampled_from([("MHz", 1_000_000), ("kHz", 1000), ("Hz", 1)]),
    st.sampled_from(",;\t"),
    st.booleans(),
)
def test_a_frequency_in_any_unit_and_with_either_comma_is_the_same_hertz(hz, unit, between, decimal_comma):
    word, one = unit
    text = f"{hz / one:.6f}" if one > 1 else str(hz)
    if decimal_comma and between != ",":
        text = text.replace(".", ",")
    head = HEAD.replace("(MHz)", f"({word})").replace(",", between)
    found = read_links(f"{head}\n{between.join(['99001', text, '', ''])}\n", NUMBERS)
    assert [link.downlink_hz for link in found.links] == [hz] and found.links[0].uplink_hz is None


def test_a_satellite_is_known_by_its_name_and_one_that_is_not_is_said():
    found = read_links("satellite,downlink (MHz)\nLARK 1,436.795\nOwl 9,436.1\n,436.2\n", NUMBERS)
    assert [link.number for link in found.links] == [99001]
    assert [(u.name, u.line) for u in found.unusable] == [("Owl 9", 3), ("", 4)]
    assert all("catalogue number" in u.why for u in found.unusable)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "empty"), ("# only words\n", "no rows"), ("number,downlink\n1,2\n", "unit"), ("downlink (MHz)\n436\n", "number or satellite"),
        ("number,uplink (MHz)\n1,145\n", "downlink (MHz)"), ("number,downlink (MHz),colour\n1,2,3\n", "no such column"), ("[", "no JSON"),
        ("{}", "catalogue number"), ("[1]", "an object"), ('[{"number": 1, "odd": 2}]', "no such field"), ("[" * 3000, "JSON"),
        (HEAD + "\n99001,loud,,\n", "not a number"), (HEAD + "\n99001,436.795,,deep\n", "deep"), (HEAD + "\n99001,-1,,\n", "not a number"),
        (HEAD.replace("tone", "number") + "\n1,2,3,4\n", "twice"),
    ],
    ids=lambda v: v[:24],
)  # fmt: skip
def test_what_cannot_be_used_says_why(text, words):
    found = read_links(text, NUMBERS)
    assert found.links == () and words in " ".join(u.why for u in found.unusable)


def test_a_bad_row_among_good_ones_and_far_too_many():
    found = read_links(f"{HEAD}\n99001,436.795,145.85,67\n99001,none,,\n99002,145.96,,\n", NUMBERS)
    assert [link.number for link in found.links] == [99001, 99002] and [u.line for u in found.unusable] == [3]
    assert found.links[0].access_tone == "67.0"
    many = json.dumps([{"number": 99001, "downlink_hz": 436_795_000}] * (MOST_LINKS + 2))
    assert read_links(many, NUMBERS).links == () and "take them in parts" in read_links(many, NUMBERS).unusable[0].why


@given(st.text(max_size=200))
def test_no_text_whatever_brings_it_down(text):
    found = read_links(text, NUMBERS)
    assert found.links or found.unusable
