"""Outings: names, findings, products, reach; each finding is provoked alone, and the demonstration's are known."""

import math
from dataclasses import replace
from itertools import permutations
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.channel.label_fitting import fit_names, shorten
from vocator.core.outing.allocation import place
from vocator.core.outing.findings import find
from vocator.core.outing.intermodulation import products
from vocator.core.outing.outing import Outing, OutingChannel, Person, Place, Post, Role, outing_from
from vocator.core.outing.reach import COMFORT_DB, SENT_DBM, enough_w, horizon_km, path
from vocator.core.refusal import Refusal
from vocator.files.profile_yaml import model_names
from vocator.files.region_yaml import load_region
from vocator.files.strict_yaml import load_yaml
from vocator.usecases.keeping.demo import OUTING
from vocator.usecases.outings.board import twins
from vocator.usecases.twin.twins import twin_of

PLAN = load_region("r2")
NAMES = st.lists(st.text("ABCDEFGHIOU -19é", min_size=1, max_size=16).filter(str.strip), min_size=1, max_size=25)


@given(NAMES, st.integers(2, 12))
def test_names_fit_are_unlike_each_other_and_whole_ones_stay(names: list[str], length: int) -> None:
    fitted = fit_names(names, length)
    assert all(0 < len(f) <= length for f in fitted)
    assert len(set(fitted)) == len(names)
    assert fit_names(names, length) == fitted
    whole = [" ".join(n.upper().split()) for n in names]
    for n, name in enumerate(whole):
        if len(name) <= length and whole.index(name) == n and whole.count(name) == 1:
            assert fitted[n] == name


def test_the_rule_of_shortening_reads_well() -> None:
    assert [shorten(n, 6) for n in ("HARBOUR", "Simplex 1", "CALLING", "RIDGE", "North Landing")] == [
        "HARBOR",
        "SMPLX1",
        "CALLNG",
        "RIDGE",
        "NRTLND",
    ]
    assert shorten("RIDGE", 0) == ""
    assert fit_names(["HARBOUR", "HARBOR"], 6) == ["HARBO2", "HARBOR"]


def test_slots_and_names_are_alike_on_every_radio_of_one_kind() -> None:
    names = ["RIDGE", "HARBOUR", "SIMPLEX 1"]
    labels: dict[int, set[tuple[str, ...]]] = {}
    for model in model_names():
        profile = twin_of(model).profile
        placed = place(profile, names)
        assert [profile.slot_index(p.slot) is not None for p in placed] == [True] * 3
        assert len({p.slot for p in placed}) == 3
        labels.setdefault(profile.label_length, set()).add(tuple(p.label for p in placed))
    assert all(len(alike) == 1 for alike in labels.values())


@given(
    st.lists(st.integers(144_000, 148_000).map(lambda k: k * 1000), min_size=2, max_size=6, unique=True),
    st.integers(144_000, 148_000),
)
def test_every_third_order_product_on_a_received_frequency_is_found_and_no_other(sent: list[int], heard_khz: int) -> None:
    heard = heard_khz * 1000
    if heard in sent:
        return
    wanted = any(abs(2 * a - b - heard) <= 7_500 for a, b in permutations(sent, 2))
    wanted |= any(abs(a + b - c - heard) <= 7_500 for a, b, c in permutations(sent, 3))
    found = products(sent, [heard])
    assert bool(found) == wanted
    for p in found:
        a, *rest = p.sent_hz
        assert p.product_hz == (2 * a - rest[0] if len(rest) == 1 else a + rest[0] - rest[1])


def test_reach_falls_with_distance_and_rises_with_height() -> None:
    assert horizon_km(4, 9) == pytest.approx(20.6)
    low, high = Place(49.5, -57.8, 2), Place(49.8, -57.8, 2)
    assert path(low, replace(low, latitude_deg=49.51), 146_000_000).likely == "likely"
    assert path(low, high, 146_000_000).likely == "unlikely"
    assert path(replace(low, height_m=60), replace(high, height_m=60), 146_000_000).likely == "likely"
    assert path(low, high, 146_000_000).distance_km == pytest.approx(33.4, abs=0.1)
    assert path(low, high, 146_000_000).bearing_deg == pytest.approx(0, abs=0.01)


def channel(line: str, name: str = "ONE", **parts: object) -> OutingChannel:
    return OutingChannel(name.lower().replace(" ", "-"), name, line, **parts)


ALL = ("2 m", "70 cm", "1.25 m", "6 m")
HERE = Place(49.5, -57.8, 5)


def outing(*channels: OutingChannel, model: str = "ardvane-finch", may_send_on: tuple[str, ...] = ALL, **parts: object) -> Outing:
    people = tuple(Person(f"p{n}", f"QZ{n}AAA", "", model, "", "base", may_send_on) for n in (1, 2))
    return Outing("Made", channels=channels, posts=(Post("base", "Base", HERE),), people=people, **parts)


FINDINGS = [
    ("line", outing(channel("147.33 + 104.0"))),
    ("doubt", outing(channel("147.000 103.5"))),
    ("same", outing(channel("147.33 + 103.5"), channel("147.33 + 110.9", "TWO"))),
    ("near", outing(channel("146.550 simplex"), channel("146.560 simplex", "TWO"))),
    ("on output", outing(channel("147.33 + 103.5"), channel("147.330 simplex", "TWO"))),
    ("on input", outing(channel("147.33 + 103.5"), channel("147.930 simplex", "TWO"))),
    ("satellite", outing(channel("145.900 simplex"))),
    ("habit", outing(channel("147.33 - 103.5"))),
    ("off", outing(channel("147.33 + 103.5", off_air=True))),
    ("name", outing(channel("147.33 + 103.5", "HARBOUR"), channel("146.805 - 141.3", "HARBOR"))),
    ("product", outing(channel("146.400 simplex"), channel("146.500 simplex", "TWO"), channel("146.600 receive only", "THREE"))),
    ("nobody", outing(channel("223.940 - 1.6 110.9"))),
    ("none", outing(channel("223.940 - 1.6 110.9"))),
    ("permission", outing(channel("147.33 + 103.5"), may_send_on=("70 cm",))),
    ("reach", outing(channel("147.33 + 103.5", role=Role.PRIMARY, at=Place(52.0, -57.8, 10)))),
]


@pytest.mark.parametrize(("kind", "made"), FINDINGS, ids=[k for k, _ in FINDINGS])
def test_each_kind_of_finding_is_found_with_a_reason_and_a_way_to_settle_it(kind: str, made: Outing) -> None:
    found = find(made, PLAN, twins(made))
    mine = [f for f in found if f.key.startswith(kind + " ")]
    assert mine, [f.key for f in found]
    assert all(f.text and f.settle.endswith(".") for f in found)
    assert [f.harm for f in found] == sorted((f.harm for f in found), reverse=True)


def test_a_sound_outing_has_no_findings_and_the_demonstrations_are_known() -> None:
    sound = outing(
        channel("147.33 + 103.5", "RIDGE", role=Role.PRIMARY, at=replace(HERE, height_m=50)),
        channel("146.550 simplex", "SIMPLEX"),
    )
    assert find(sound, PLAN, twins(sound)) == []
    demo = outing_from(load_yaml(OUTING).data)
    kinds = {f.key.split()[0] for f in find(demo, PLAN, twins(demo))}
    assert kinds == {"none", "habit", "off", "product", "radio"}
    assert outing_from(demo.as_dict()) == demo
    assert (len(demo.people), len({p.model for p in demo.people}), len(demo.posts)) == (12, 12, 9)


@pytest.mark.parametrize(
    "given_parts",
    [
        {}, {"name": "x", "odd": 1}, {"name": "x", "channels": [{"id": "A!"}]}, {"name": "x", "channels": [{"id": "a", "role": "king"}]},
        {"name": "x", "posts": [{"id": "a", "at": {"latitude_deg": 95, "longitude_deg": 0}}]}, {"name": "x", "posts": [{"id": "a"}]},
        {"name": "x", "people": [{"id": "a"}, {"id": "a"}]}, {"name": "x\u0007"}, {"name": "y" * 500}, {"name": "x", "people": [{}] * 201},
        {"name": "x", "channels": [{"id": "a", "at": {"latitude_deg": "nan", "longitude_deg": 1}}]}, {"name": "x", "people": "all"},
    ],
)  # fmt: skip
def test_what_is_no_outing_is_refused_with_what_to_do(given_parts: dict) -> None:
    with pytest.raises(Refusal) as refused:
        outing_from(given_parts)
    assert refused.value.do


def test_the_demonstration_file_is_made_up() -> None:
    text = Path(OUTING).read_text(encoding="utf-8")
    assert all(
        name.startswith("QZ")
        for name in [line.split("name: ")[1].split(",")[0] for line in text.splitlines() if "tactical:" in line]
    )


@given(st.floats(0.5, 60), st.floats(2, 120), st.sampled_from([52e6, 147e6, 442e6, 1290e6]))
def test_a_power_that_is_enough_leaves_the_comfort_and_half_a_watt_less_does_not(km, height, hz):
    here, there = Place(49.0, -57.0), Place(49.0 + km / 111.2, -57.0, height)
    found = path(here, there, int(hz))
    watts = enough_w(found)
    if found.distance_km > found.horizon_km:
        assert watts is None
        return
    margin = lambda w: found.margin_db - SENT_DBM + 10 * math.log10(w) + 30  # noqa: E731
    assert margin(watts) >= COMFORT_DB - 1e-9
    assert watts == 0.5 or margin(watts - 0.5) < COMFORT_DB
