"""An outing's channels as CSV: what goes out comes in again; other people's files are understood row by row or refused as a whole."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.channel.listing_line import resolve
from vocator.core.outing.outing import Role, outing_from
from vocator.files.csv_cells import harmless
from vocator.files.outing_csv import MOST_ROWS, read_outing_csv, write_outing_csv
from vocator.files.region_yaml import load_region

PLAN = load_region("r2")
TEXT = st.text(
    st.characters(min_codepoint=33, max_codepoint=0x17F, exclude_characters="\x7f\x85\xa0"), min_size=1, max_size=20
).filter(lambda t: t == t.strip() and not t.startswith(("'", "#")))
PLACE = st.fixed_dictionaries(
    {"latitude_deg": st.floats(-90, 90), "longitude_deg": st.floats(-180, 180), "height_m": st.integers(0, 60).map(float)}
)
CHANNEL = st.fixed_dictionaries({
    "name": TEXT, "line": st.sampled_from(["147.33 + 103.5", "146.55 simplex", "-600 146.94", "=442.1 + d023 narrow"]),
    "role": st.sampled_from(list(Role)).map(str), "at": st.none() | PLACE, "off_air": st.booleans(), "note": st.just("") | TEXT,
})  # fmt: skip


@given(st.lists(CHANNEL, min_size=1, max_size=8), TEXT)
def test_what_goes_out_comes_in_again_and_no_cell_is_a_formula(channels, name):
    outing = outing_from({"name": name, "channels": [{**c, "id": f"c{n}"} for n, c in enumerate(channels)]})
    written = write_outing_csv(outing)
    rows, problems = read_outing_csv(written.encode())
    assert problems == [] and [r.problem for r in rows] == [""] * len(channels)
    back = outing_from({"name": name, "channels": [r.channel for r in rows]})
    assert back.channels == outing.channels
    for line in written.splitlines()[2:]:
        assert not line.startswith(("=", "+", "-", "@"))


@pytest.mark.parametrize("encoding", ["utf-8", "utf-8-sig", "utf-16", "latin-1"])
@pytest.mark.parametrize("comma", [",", ";", "\t"])
def test_files_of_other_programs_are_read_whatever_their_signs_and_commas(encoding, comma):
    text = comma.join(["Name", "Receive (kHz)", "Send (MHz)", "Tone", "Opens on", "Width", "Off Air"]) + "\n"
    text += comma.join(["Tärn", "147330", '"147,93"' if comma == "," else "147,93", "103.5", "", "", ""]) + "\n\n# the last\n"
    text += comma.join(["Gap", "442100", "", "d023", "", "narrow", "YES"]) + "\n"
    rows, problems = read_outing_csv(text.encode(encoding))
    assert problems == [] and [(r.number, r.channel["name"], r.channel["line"], r.channel["off_air"]) for r in rows] == [
        (2, "Tärn", "147.330 input 147.930 t103.5", False), (5, "Gap", "442.100 simplex d023 narrow", True),
    ]  # fmt: skip


@given(
    st.integers(145_000, 146_995).map(lambda k: k // 5 * 5), st.sampled_from([None, 0, 600, -600, 1000]), st.sampled_from(["", "88.5", "d023"]),
    st.sampled_from([("MHz", 1_000_000), ("kHz", 1_000), ("Hz", 1)]), st.sampled_from(["", "wide", "narrow"]),
)  # fmt: skip
def test_parts_in_any_unit_are_the_channel_that_they_name(khz, shift, tone, unit, width):
    word, hz = unit
    cells = [f"{khz * 1000 / hz:f}", "" if shift is None else f"{(khz + shift) * 1000 / hz:f}", tone, width]
    rows, problems = read_outing_csv(f"receive ({word}),send ({word}),tone,width\n{','.join(cells)}\n".encode())
    assert problems == [] and rows[0].problem == ""
    found = resolve(rows[0].channel["line"], PLAN)
    assert found.channel.rx_hz == khz * 1000
    if found.channel.tx_hz is not None and not found.doubts:
        assert found.channel.tx_hz == (khz + (shift or 0)) * 1000
    sent = found.channel.tone.tone_tx or found.channel.tone.dcs_tx or ""
    assert sent == {"d023": "023N"}.get(tone, tone)
    assert not width or str(found.channel.width) == width


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "no rows"), ("# nothing\n,,\n", "no rows"), ("name,line,colour\nA,146.55,red\n", "'colour' is not known"),
        ("name,receive\nA,147.33\n", "needs its unit"), ("name,note\nA,b\n", "'line' or 'receive (MHz)' is needed"),
        ("name,line,line\nA,146.55,146.52\n", "stands there twice"), ("line\n" + "146.55\n" * (MOST_ROWS + 1), "split the file"),
        ('name,line\n"A,146.55\n' + "x" * 140_000, "quote"),
    ],
    ids=lambda v: v[:20],
)  # fmt: skip
def test_a_file_that_cannot_be_read_says_why_and_nothing_is_taken(text, words):
    rows, problems = read_outing_csv(text.encode())
    assert rows == [] and words in " ".join(problems)


@pytest.mark.parametrize(
    ("row", "words"),
    [
        ("A,,,,,", "neither a line nor a receive"), ("A,146.55,boss,,,", "role 'boss'; allowed: primary"), ("A,146.55,,north,10,", "latitude is 'north'"),
        ("A,146.55,,44,,", "longitude is ''"), ("A,146.55,,44,-71,high", "antenna is 'high'"), ("A,146.55,,,,,,extra", "8 fields"),
    ],
)  # fmt: skip
def test_a_row_that_cannot_be_taken_says_why_and_the_others_are_read(row, words):
    rows, problems = read_outing_csv(f"name,line,role,latitude,longitude,antenna (m)\n{row}\nB,146.52,,,,\n".encode())
    assert problems == [] and words in rows[0].problem and rows[1].problem == "" and rows[1].channel["name"] == "B"


@given(st.binary(max_size=300))
def test_no_file_whatever_brings_it_down(raw):
    rows, problems = read_outing_csv(raw)
    assert not (rows and problems)


@given(st.text(max_size=20))
def test_a_harmless_cell_is_the_cell_or_has_an_apostrophe_before_it(cell):
    made = harmless(cell)
    assert (
        made in (cell, f"'{cell}")
        and (made[:1] not in "=@\t\r" or not made)
        and (made[:1] not in "+-" or not made or float(made) is not None)
    )
