"""GeoJSON and GPX of an outing's places, pocket cards as PDF."""

import re

import pytest

from vocator.core.outing.outing import outing_from
from vocator.core.refusal import Refusal
from vocator.files.card_layout import Card
from vocator.files.cards_pdf import qr_svg, write_cards
from vocator.files.geojson import read_geojson, write_geojson
from vocator.files.gpx import read_gpx, write_gpx
from vocator.files.strict_yaml import load_yaml
from vocator.usecases.keeping.demo import OUTING

DEMO = outing_from(load_yaml(OUTING).data)


def test_places_come_back_exactly_as_geojson_and_posts_as_gpx():
    posts, channels = read_geojson(write_geojson(DEMO))
    assert posts == DEMO.posts
    assert channels == tuple(c for c in DEMO.channels if c.at)
    back = read_gpx(write_gpx(DEMO))
    assert [(p.name, p.at) for p in back] == [(p.name, p.at) for p in DEMO.posts]


def test_waypoints_without_names_get_a_number_and_markup_in_names_stays_text():
    (one, two) = read_gpx('<gpx><wpt lat="1" lon="2"/><wpt lat="3" lon="4"><name>&lt;script&gt;</name></wpt></gpx>')
    assert (one.name, two.name) == ("Point 1", "<script>")
    assert "<script>" not in write_gpx(
        outing_from({"name": "x", "posts": [{"id": "a", "name": "<script>", "at": {"latitude_deg": 1, "longitude_deg": 2}}]})
    )


@pytest.mark.parametrize(
    "text",
    [
        "",
        "<gpx>",
        "<gpx></gpx>",
        '<!DOCTYPE x [<!ENTITY a "b">]><gpx/>',
        '<gpx><wpt lat="x" lon="2"/></gpx>',
        "<gpx><trk/></gpx>",
    ],
)
def test_what_is_no_gpx_is_refused(text):
    with pytest.raises(Refusal):
        read_gpx(text)


@pytest.mark.parametrize(
    "text",
    [
        "",
        "[]",
        '{"features": 1}',
        '{"features": [{"geometry": {"type": "LineString", "coordinates": [[1, 2]]}}]}',
        '{"features": [{"geometry": {"type": "Point", "coordinates": ["a", 2]}}]}',
    ],
)
def test_what_is_no_geojson_of_points_is_refused(text):
    with pytest.raises(Refusal):
        read_geojson(text)


def pages(raw: bytes) -> int:
    return len(re.findall(rb"/Type /Page\b", raw))


def test_four_cards_share_a_page_and_long_ones_go_on():
    card = Card("Base One", "QZ7ABE", ("slot", "label"), (("001", "RIDGE"),), ("Fail-over: RIDGE",))
    assert [pages(write_cards([card] * n)) for n in (1, 4, 5)] == [1, 1, 2]
    long = Card("Long", "x", ("slot", "label"), tuple((f"{n:03d}", "NAME") for n in range(60)))
    assert pages(write_cards([long])) >= 1
    assert write_cards([card]) == write_cards([card])
    assert len(write_cards([card], "letter")) > 500
    assert qr_svg("http://127.0.0.1/v/x").startswith("<svg")


def test_script_in_a_name_is_drawn_as_text():
    raw = write_cards([Card("<script>)(\\", "\u0416", ("a",), (("b",),), (), "http://127.0.0.1/v/x")])
    assert raw.startswith(b"%PDF-")
