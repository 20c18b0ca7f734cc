"""Profiles with one part left out or put otherwise: each is refused with the place named, or its twin runs whatever is pressed."""

import copy
import random
from collections.abc import Iterator
from typing import Any

import pytest

from support.owner import WRITTEN, built, written
from vocator.core.radio.audit import traps, unreachable
from vocator.core.radio.display import display
from vocator.core.radio.inputs import TOUCH, Tap
from vocator.core.radio.twin import Twin
from vocator.files.data_problems import DataFileError
from vocator.usecases.profiles.fuzz_profile import _any, _bound

Path = tuple[str | int, ...]
OF_EACH, PRESSES = 16, 120


def places(data: Any, at: Path = ()) -> Iterator[Path]:
    """Yield each place of a profile, mappings and lists too."""
    for key, one in data.items() if isinstance(data, dict) else enumerate(data) if isinstance(data, list) else ():
        yield (*at, key)
        yield from places(one, (*at, key))


def put(data: Any, path: Path, value: Any = None) -> Any:
    """Return a copy with another value at a place; None takes it out."""
    changed = copy.deepcopy(data)
    here = changed
    for part in path[:-1]:
        here = here[part]
    if value is None:
        del here[path[-1]]
    else:
        here[path[-1]] = value
    return changed


def otherwise(rng: random.Random, value: Any, words: list[str]) -> Any:
    """Return something else of about the same kind, as a slip of the hand or of the mind would."""
    if isinstance(value, bool):
        return not value
    if isinstance(value, int | float):
        return rng.choice([0, 1, -1, value + 1, value * 1000, 10**9, 0.01])
    if isinstance(value, str):
        return rng.choice(["", f"{value}X", value.lower(), "0", "−", rng.choice(words)])
    return rng.choice([[], value * 2, value[::-1], value[:1]]) if isinstance(value, list) else dict(list(value.items())[:1])


def runs(twin: Twin, rng: random.Random) -> None:
    """Press whatever there is, mostly what works where the radio stands, and look at the display each time."""
    keys = [k for k in twin.profile.keys if not k.startswith(TOUCH)]
    touches = [k for k in twin.profile.keys if k.startswith(TOUCH)]
    state = twin.start
    for _ in range(PRESSES):
        bound = _bound(twin, state.screen)
        state, _ = twin.act(state, rng.choice(bound) if bound and rng.random() < 0.6 else _any(rng, twin, keys, touches))
        assert display(twin, state).text is not None


@pytest.mark.parametrize("name", WRITTEN)
def test_one_part_less_or_otherwise_is_told_with_its_place_or_makes_a_radio_that_runs(name):
    data, rng = written(name), random.Random(name)
    everywhere = list(places(data))
    words = [str(part) for path in everywhere for part in path[-1:]]
    refused = 0
    for path in rng.sample(everywhere, OF_EACH):
        value = data
        for part in path:
            value = value[part]
        for spoilt in (put(data, path), put(data, path, otherwise(rng, value, words))):
            try:
                twin = built(spoilt)
            except DataFileError as error:
                refused += 1
                assert all(p.path and p.text and p.line >= 1 for p in error.problems)
                continue
            assert all(line for line in [*unreachable(twin.profile), *traps(twin.profile)])
            runs(twin, rng)
    assert 0 < refused < 2 * OF_EACH


TOLD = [
    ("ardvane-finch", ("transmit_hz", "r2"), None, "transmit_hz", "region r2 is missing"),
    ("ardvane-finch", ("settings", "OFFSET", "new", 0), None, "settings.OFFSET.new", "2 values are wanted, one for each of"),
    ("ardvane-finch", ("labels",), None, "screens.label", "say with labels how long they are"),
    ("oriel-lantern", ("units", "bands", 0), None, "units.bands", "bands are wanted, one for each of"),
    ("oriel-lantern", ("slots", "count"), 7, "slots.count", "do not go evenly into"),
    ("immer-dale", ("slots", "count"), 1, "slots.count", "do not go evenly into"),
    ("veltry-mote", ("screens", "frequency", "of"), None, "screens.frequency.of", "opened at rest"),
    ("pelorn-wagon", ("settings", "STEP", "values", "5"), "0", "settings.STEP.values.5", "a whole number above 0"),
    ("pelorn-wagon", ("settings", "STEP", "values", "5"), "auto", "", ""),
    ("pelorn-hiker", ("turn_keys", "UP"), 10**9, "turn_keys.UP", "less than or equal to 20"),
    (
        "ardvane-finch",
        ("settings", "SHIFT", "values", "−"),
        "minsu",
        "settings.SHIFT.values.−",
        "is no shift; allowed: none, minus, plus",
    ),
    (
        "ardvane-finch",
        ("settings", "CT.USE", "values", "TX"),
        "sned",
        "settings.CT.USE.values.TX",
        "is no tone_use; allowed: none, send",
    ),
]


@pytest.mark.parametrize(
    ("name", "path", "value", "where", "words"), TOLD, ids=[f"{t[0]} {'.'.join(map(str, t[1]))} {t[2]}" for t in TOLD]
)
def test_what_cannot_be_is_refused_and_says_what_to_write(name, path, value, where, words):
    spoilt = put(written(name), path, value)
    if not words:
        runs(built(spoilt), random.Random(name))
        return
    with pytest.raises(DataFileError) as told:
        built(spoilt)
    assert any(p.path == where and words in p.text for p in told.value.problems), [str(p) for p in told.value.problems]


def test_a_list_of_which_nothing_is_said_yet_is_opened_and_left():
    data = put(written("nobbin-pebble"), ("screens", "list", "entries"), [])
    data["icons"], data["settings"] = [], {n: s for n, s in data["settings"].items() if n == "OUT"}
    twin = built(data)
    state = twin.start
    for key in ("LIST", "UP", "DOWN", "LIST"):
        state, _ = twin.act(state, Tap(key))
        assert display(twin, state).main == "—", key
    for key in ("1", "2", "EXIT", "EXIT"):
        state, _ = twin.act(state, Tap(key))
    assert twin.at_rest(state)


def test_keys_whose_work_the_radio_has_nothing_for_are_refused_with_a_beep():
    """A group to lock to where there are no groups, a point where all digits are typed, groups to go through where slots are numbered through."""
    data = written("ardvane-finch")
    for screen in ("vfo", "memory"):
        data["screens"][screen]["bind"] |= {"MON tap": "lock_group", "BAND tap": "next_group"}
    data["screens"]["frequency"]["bind"]["MON tap"] = "point"
    groups = [n for n, s in data["settings"].items() if s["means"] == "group"]
    menu = data["screens"]["set_list"]
    menu["entries"] = [e for e in menu["entries"] if e["name"] not in groups]
    data["settings"] = {n: s for n, s in data["settings"].items() if n not in groups}
    twin = built(data)
    for keys in (("MON",), ("BAND",), ("1", "MON")):
        state = twin.start
        for key in keys:
            before, (state, effects) = state, twin.act(state, Tap(key))
        assert effects.beeps == ("low",) and state.typed == before.typed and state.slots == before.slots, keys
