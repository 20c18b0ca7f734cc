"""Files as they come after a slip of an editor, a broken transfer or a hostile hand: read as far as they go, or refused in words; never a fault of ours."""

import random
import time
from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, datetime
from pathlib import Path

import pytest

from files.test_links_file import MADE, NAMES, NUMBERS
from vocator.core.keeping.contacts import Contact
from vocator.core.outing.outing import outing_from
from vocator.core.refusal import Refusal
from vocator.files.adif import read_adif, write_adif
from vocator.files.channels_csv import read_channels
from vocator.files.data_problems import DataFileError
from vocator.files.elements_any import read_elements
from vocator.files.geojson import read_geojson, write_geojson
from vocator.files.gpx import read_gpx, write_gpx
from vocator.files.links_file import read_links, write_links_csv, write_links_json
from vocator.files.mask_csv import read_mask
from vocator.files.outing_csv import read_outing_csv, write_outing_csv
from vocator.files.profile_parts import PROFILES
from vocator.files.profile_yaml import check_text
from vocator.files.strict_yaml import load_yaml
from vocator.usecases.keeping.demo import OUTING

REFERENCE = Path(__file__).parents[1] / "reference"
DEMO = outing_from(load_yaml(OUTING).data)
CONTACTS = [
    Contact(
        f"{n:012d}",
        datetime(2026, 11, 25, 12, n, tzinfo=UTC),
        "QZ7LOM",
        "FN25",
        "Wren-5",
        "FM",
        435_350_000,
        145_960_000,
        "59",
        "57",
        "QZ7ABE",
        "GN19",
        "ä note",
    )
    for n in range(4)
]
CHANNELS = "slot;receive (MHz);send (MHz);tone;label\n1;147,33;147,93;103.5;RIDGE\n2;146,55;;;\n3;146,94;146,34;d023;LAKE\n"
PROFILE = (PROFILES / "oriel-wick.yaml").read_text(encoding="utf-8")
READERS: dict[str, tuple[str, Callable[[str], object]]] = {
    "contacts": (write_adif(CONTACTS), lambda text: read_adif(text.encode("utf-8", "surrogateescape"))),
    "channels": (CHANNELS, read_channels),
    "elements in lines": (
        (REFERENCE / "elements.tle").read_text(),
        lambda text: read_elements(text.encode("utf-8", "surrogateescape")),
    ),
    "elements in CSV": (
        (REFERENCE / "elements_omm.csv").read_text(),
        lambda text: read_elements(text.encode("utf-8", "surrogateescape")),
    ),
    "elements in JSON": (
        (REFERENCE / "elements_omm.json").read_text(),
        lambda text: read_elements(text.encode("utf-8", "surrogateescape")),
    ),
    "places": (write_geojson(DEMO), read_geojson),
    "waypoints": (write_gpx(DEMO), read_gpx),
    "links in CSV": (write_links_csv(MADE, NAMES), lambda text: read_links(text, NUMBERS)),
    "links in JSON": (write_links_json(MADE, NAMES), lambda text: read_links(text, NUMBERS)),
    "mask": ("azimuth_deg,elevation_deg\n0,5\n90,12.5\n180,3\n270,8\n", read_mask),
    "outing": (write_outing_csv(DEMO), lambda text: read_outing_csv(text.encode("utf-8", "surrogateescape"))),
    "profile": (PROFILE, lambda text: check_text(text, "profile.yaml")),
}
ODD = [
    "\x00",
    "\ufeff",
    "\u0663",
    "\u2212",
    "\udcff",
    "9" * 400,
    "1e999",
    "-0",
    "nan",
    '"',
    "<",
    "]",
    "}",
    ",",
    ";",
    "\t",
    "\n\n",
    "\\",
    "&#1;",
    "\u202e",
    "=1+1",
    "{",
    "null",
    "true",
    "½",
    "\r",
]
TIMES = 120


def spoilt(text: str, rng: random.Random) -> str:
    """Return a text with one to three slips: a piece gone, doubled, moved, cut off, or something odd in it."""
    for _ in range(rng.randint(1, 3)):
        a = rng.randrange(len(text) + 1)
        b = min(len(text), a + rng.choice([1, 1, 2, 5, 20, 80]))
        slip = rng.randrange(6)
        if slip == 0:
            text = text[:a] + text[b:]
        elif slip == 1:
            text = text[:b] + text[a:b] * rng.choice([1, 3]) + text[b:]
        elif slip == 2:
            to = rng.randrange(len(text) + 1)
            text = text[:a] + text[b:to] + text[a:b] + text[to:] if to >= b else text
        elif slip == 3:
            text = text[:a]
        elif slip == 4:
            text = text[:a] + rng.choice(ODD) + text[b:]
        else:
            text = text[:a] + rng.choice(ODD) + text[a:]
    return text


@pytest.mark.parametrize("kind", READERS)
def test_whatever_happens_to_a_file_it_is_read_or_refused_in_words(kind):
    good, read = READERS[kind]
    read(good)
    rng = random.Random(kind)
    for _ in range(TIMES):
        text = spoilt(good, rng)
        begun = time.process_time()
        try:
            read(text)
        except (Refusal, DataFileError) as error:
            assert len(str(error)) > 5 and "Traceback" not in str(error)
        assert time.process_time() - begun < 20, text[:200]


@pytest.mark.parametrize("kind", READERS)
@pytest.mark.parametrize(
    "text",
    [
        "",
        " ",
        "\n",
        "\x00",
        "\ufeff",
        "null",
        "[]",
        "{}",
        "<a/>",
        "x" * 100_000,
        "[" * 50_000,
        '{"a":' * 5_000,
        "1," * 50_000,
        "- " * 20_000,
        "9" * 5_000,
    ],
)
def test_what_is_none_of_its_kind_is_nothing_or_refused(kind, text):
    try:
        READERS[kind][1](text)
    except (Refusal, DataFileError) as error:
        assert str(error)


def test_a_contact_with_odd_words_in_it_comes_back_as_it_was_or_harmless():
    for odd in ODD:
        if "\udcff" in odd:
            continue
        made = replace(CONTACTS[0], note=f"a{odd}b")
        (back,) = read_adif(write_adif([made]).encode()).contacts
        assert back.call_sign == made.call_sign and back.at_utc == made.at_utc
