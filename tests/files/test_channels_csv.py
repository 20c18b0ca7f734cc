"""Channels as CSV: any order of columns, units in the header, every problem at once, nothing half taken."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.files.channels_csv import ChannelRow, read_channels
from vocator.files.data_problems import DataFileError


def problems(text: str) -> str:
    with pytest.raises(DataFileError) as caught:
        read_channels(text)
    return str(caught.value)


def test_comments_byte_order_mark_and_any_order_of_columns():
    text = "\ufeff# day one\nLabel, slot ,line\nRIDGE,1,147.33 + 103.5\n\n# the last\n,G3-17,146.55\n"
    assert read_channels(text) == [ChannelRow(3, "1", "147.33 + 103.5", "RIDGE"), ChannelRow(6, "G3-17", "146.55")]


@pytest.mark.parametrize(
    ("head", "cells"),
    [
        ("slot;receive (MHz);send (MHz);tone", "1;147,33;147,93;103.5"),
        ("tone,send (kHz),receive (kHz),slot", "103.5,147930,147330,1"),
        ("slot\treceive (Hz)\tsend (MHz)\ttone", "1\t147330000\t147.93\t103.5"),
    ],
)
def test_parts_in_their_units_become_a_listing_line(head, cells):
    assert read_channels(f"{head}\n{cells}\n") == [ChannelRow(2, "1", "147.330/147.930 t103.5")]


def test_simplex_codes_and_width():
    text = "slot,receive (MHz),tone,opens on,width\n1,442.1,d023,,narrow\n2,146.55,,,\n3,147.3,103.5,103.5,wide\n"
    assert [r.line for r in read_channels(text)] == [
        "442.100 simplex d023 nfm", "146.550 simplex", "147.300 simplex t103.5 r103.5",
    ]  # fmt: skip


def test_every_problem_is_named_with_its_row():
    found = problems("slot,line\n1,146.55\n01,146.52\n,146.5\n4,146.4,x,y\n")
    assert all(words in found for words in (":3:", "row 2 already", ":4:", "needs its slot", ":5:", "4 fields"))
    found = problems("slot,receive,wide\n1,abc,\n")
    assert all(words in found for words in ("give the unit", "no such column", "'abc' is not a number"))
    assert "the header needs slot" in problems("line\n146.55\n")
    assert "no rows" in problems("# nothing\n")
    assert "no channel under it" in problems("slot,line\n")
    assert "stands there twice" in problems("slot,line,line\n1,146.55,146.55\n")
    assert "more than 1000" in problems("slot,line\n" + "".join(f"{i},146.55\n" for i in range(1, 1003)))


@given(st.text(max_size=200))
def test_no_text_breaks_the_reader(text):
    try:
        rows = read_channels(text)
    except DataFileError as error:
        assert error.problems
    else:
        assert all(row.slot and row.line for row in rows)


def test_rows_without_a_header_are_slot_line_and_label():
    rows = read_channels(
        "1, 146.520 simplex, CALL\n2, 147.33, +, 0.6, 103.5, RIDGE\n3; 146.55\n".replace("3; 146.55", "3,146.55")
    )
    assert [(r.slot, r.line, r.label) for r in rows] == [
        ("1", "146.520 simplex", "CALL"), ("2", "147.33 + 0.6 103.5 RIDGE", None), ("3", "146.55", None)
    ]  # fmt: skip
    with pytest.raises(DataFileError) as refused:
        read_channels("1,146.52\n1,146.55\n")
    assert refused.value.problems[0].line == 2
