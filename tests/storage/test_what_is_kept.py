"""What repositories keep beside radios and sheets, compared with plain mappings over random histories; forms that come in any order and twice."""

import itertools
import random
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest

from vocator.core.drill.schedule import Done
from vocator.core.keeping.contacts import Contact
from vocator.core.onair.links import Link as SatelliteLink
from vocator.core.outing.outing import outing_from
from vocator.files.elements_any import read_elements
from vocator.storage.access_repositories import AccessRepository
from vocator.storage.drill_repository import DrillRepository
from vocator.storage.orbit_repositories import (
    ChosenPass,
    ChosenPassRepository,
    ContactRepository,
    ElementRepository,
    LinkRepository,
)
from vocator.storage.outing_repositories import Link, OutingRepository

REFERENCE = Path(__file__).parents[1] / "reference"

T0 = datetime(2026, 11, 28, 9, 0, tzinfo=UTC)
MIN = timedelta(minutes=1)
CONTACT = Contact("c" * 12, T0, "QZ7LOM", "FN25", "Wren-5", "FM", 435_350_000, 145_960_000, "59", "57", "QZ7ABE", "GN19", "")
SEEDS = range(6)


def at(n):
    return T0 + n * MIN


FORMS = [
    (replace(CONTACT, note="first"), None),
    (replace(CONTACT, note="second"), at(5)),
    (replace(CONTACT, note="third"), at(9)),
]


@pytest.mark.parametrize("order", itertools.permutations(range(3)))
def test_forms_of_a_contact_end_alike_in_whatever_order_and_however_often_they_come(session, order):
    kept = ContactRepository(session)
    for n in (*order, *order):
        kept.put(*FORMS[n])
    assert [c.note for c in kept.all()] == ["third"]
    kept.remove(CONTACT.id, at(10))
    for n in order:
        kept.put(*FORMS[n])
    assert kept.all() == [], "one that was removed does not come back by a form that was made before"
    kept.put(replace(CONTACT, note="after all"), at(20))
    assert [c.note for c in kept.all()] == ["after all"]


@pytest.mark.parametrize("seed", SEEDS)
def test_contacts_are_told_the_latest_first_and_forms_of_one_never_touch_another(session, seed):
    rng, kept, wanted = random.Random(seed), ContactRepository(session), {}
    for n in range(40):
        name = rng.choice("abcdef") * 12
        made = replace(CONTACT, id=name, at_utc=at(rng.randrange(30)), note=str(n))
        if rng.random() < 0.2 and name in wanted:
            kept.remove(name, at(100 + n))
            del wanted[name]
        else:
            kept.put(made, at(100 + n))
            wanted[name] = made
    assert kept.all() == sorted(wanted.values(), key=lambda c: (-c.at_utc.timestamp(), c.id))


@pytest.mark.parametrize("seed", SEEDS)
def test_attempts_to_sign_in_are_counted_by_address_and_since_when(session, seed):
    rng, kept, made = random.Random(seed), AccessRepository(session), []
    for _ in range(60):
        moment, address = at(rng.randrange(60)), rng.choice(["10.0.0.1", "10.0.0.2", "::1"])
        deed = rng.random()
        if deed < 0.8:
            kept.note_attempt(moment, address)
            made.append((moment, address))
        elif deed < 0.9:
            kept.forget_attempts(moment)
            made = [m for m in made if m[0] >= moment]
        else:
            kept.forget_attempts(moment, address)
            made = [m for m in made if m[1] != address]
        since, who = at(rng.randrange(60)), rng.choice(["10.0.0.1", "::1", None])
        assert kept.attempts(since, who) == sorted(m for m, a in made if m > since and who in (None, a))


def test_sessions_end_at_their_time_by_hand_and_all_at_once_with_a_new_passphrase(session):
    kept = AccessRepository(session)
    assert kept.hashed() is None
    kept.put_hashed("first", T0)
    for name, minutes in (("a", 10), ("b", 20), ("c", 30)):
        kept.add_session(name, at(minutes), T0)
    assert [kept.lives(n, at(15)) for n in "abcd"] == [False, True, True, False]
    kept.end("b")
    kept.add_session("d", at(60), at(12))
    assert [kept.lives(n, at(1)) for n in "abcd"] == [False, False, True, True], "those that had ended went with the next sign-in"
    kept.put_hashed("second", at(13))
    assert kept.hashed() == "second" and not any(kept.lives(n, at(14)) for n in "abcd")


ELEMENTS = read_elements((REFERENCE / "elements.tle").read_bytes()).elements[:4]


@pytest.mark.parametrize("seed", SEEDS)
def test_the_newest_elements_stay_whatever_comes_later_and_a_choice_stays_with_the_satellite(session, seed):
    rng, kept, wanted, chosen = random.Random(seed), ElementRepository(session), {}, {}
    for n in range(30):
        one = rng.choice(ELEMENTS)
        moved = replace(one, epoch_utc=one.epoch_utc + rng.randrange(-5, 6) * timedelta(days=1), eccentricity=0.001 * (n + 1))
        deed = rng.random()
        if deed < 0.7:
            taken = one.number not in wanted or wanted[one.number].epoch_utc <= moved.epoch_utc
            assert kept.put(moved, f"file {n}", at(n), chosen=n % 2 == 0) is taken
            if taken:
                chosen.setdefault(one.number, n % 2 == 0)
                wanted[one.number] = moved
        elif one.number in wanted and deed < 0.9:
            chosen[one.number] = not chosen[one.number]
            kept.choose(one.number, chosen[one.number])
        elif one.number in wanted:
            kept.remove(one.number)
            del wanted[one.number], chosen[one.number]
        session.flush()
        session.expire_all()
        assert {k.elements.number: (k.elements, k.chosen) for k in kept.all()} == {n: (e, chosen[n]) for n, e in wanted.items()}
        assert {k.elements.number for k in kept.all(chosen_only=True)} == {n for n, yes in chosen.items() if yes}
        assert kept.newest() == max((e.epoch_utc for e in wanted.values()), default=None)
    assert kept.get(1) is None and [k.elements.name for k in kept.all()] == sorted(e.name for e in wanted.values())


def test_links_are_put_in_place_of_all_that_their_satellites_had_in_the_order_given(session):
    kept = LinkRepository(session)

    def made(number, *downlinks):
        return [SatelliteLink(number=number, downlink_hz=hz, uplink_hz=145_900_000, name=str(hz)) for hz in downlinks]

    first = {99001: made(99001, 436_500_000, 435_250_000), 99002: made(99002, 436_795_000)}
    kept.put(first)
    assert kept.all() == first and kept.of(99001) == first[99001] and kept.of(99003) == []
    kept.put({99001: made(99001, 435_250_000, 436_500_000, 437_000_000), 99003: made(99003, 436_100_000)})
    assert [one.downlink_hz for one in kept.of(99001)] == [435_250_000, 436_500_000, 437_000_000]
    assert kept.of(99002) == first[99002] and set(kept.all()) == {99001, 99002, 99003}
    kept.put({99001: [], 99002: []})
    assert set(kept.all()) == {99003}


def test_a_pass_is_chosen_once_and_its_last_query_counts(session):
    kept = ChosenPassRepository(session)
    for number, minutes, query in ((1, 5, "a"), (2, 5, "b"), (1, 3, "c"), (1, 5, "d")):
        kept.put(ChosenPass(number, at(minutes), query))
    assert sorted((c.aos_utc, c.number, c.query) for c in kept.all()) == [(at(3), 1, "c"), (at(5), 1, "d"), (at(5), 2, "b")]
    assert [c.aos_utc for c in kept.all()] == sorted(c.aos_utc for c in kept.all())
    kept.remove(1, at(5))
    kept.remove(7, at(5))
    assert [(c.number, c.query) for c in kept.all()] == [(1, "c"), (2, "b")]


def test_what_was_drilled_is_kept_once_by_person_and_model_and_names_differ_in_more_than_their_case(session):
    kept = DrillRepository(session)
    deeds = [(f"e{n}", person, model, Done(item, at(minutes), right, hints, 10.0, 12.0)) for n, (person, model, item, minutes, right, hints) in enumerate([
        ("Hay", "finch", "shift", 3, True, 0), ("hay", "finch", "shift", 9, True, 0), ("Hay", "finch", "shift", 12, True, 1),
        ("Hay", "finch", "shift", 15, False, 0), ("Hay", "pico", "shift", 1, True, 0), ("Abe", "finch", "tone", 2, True, 0),
    ])]  # fmt: skip
    for event, person, model, done in [*deeds, *deeds[::-1]]:
        kept.keep(event, person, model, done, keys=7)
    assert kept.of("finch", "Hay") == [deeds[0][3], deeds[2][3], deeds[3][3]], "the earliest first, each once"
    assert kept.people() == ["Abe", "Hay", "hay"] and len(kept.everything()) == len(deeds)
    assert kept.last_right("shift") == {("hay", "finch"): at(9), ("hay", "pico"): at(1)}, "a hint or a slip is not right"
    assert kept.last_right("tone") == {("abe", "finch"): at(2)} and kept.last_right("x") == {}


def test_of_two_changes_to_an_outing_one_comes_first_and_links_radios_and_troubles_go_with_it(session):
    kept = OutingRepository(session)
    plain = outing_from({"name": "Ridge day"})
    one, other = kept.add(plain, T0), kept.add(outing_from({"name": "Lake day"}), T0)
    assert [o.outing.name for o in kept.all()] == ["Lake day", "Ridge day"]
    assert kept.change(one.id, 1, outing_from({"name": "Ridge day, wet"}), at(1))
    assert not kept.change(one.id, 1, outing_from({"name": "Ridge day, dry"}), at(2)), "made from a version that is no more"
    assert kept.get(one.id).outing.name == "Ridge day, wet" and kept.get(one.id).version == 2
    radio = kept.radio_for(one.id, "hay", "ardvane-finch", "1", "Hay's")
    assert kept.radio_for(one.id, "hay", "ardvane-finch", "1", "another name") == radio, "whoever asks again has the same radio"
    swapped = kept.radio_for(one.id, "hay", "brisko-pico", "1", "Hay's")
    assert swapped.id != radio.id and kept.radios(one.id) == {"hay": swapped}
    for person in ("hay", "abe"):
        kept.note_trouble(one.id, person, "no radio")
        kept.note_trouble(one.id, person, f"{person}: no way")
    kept.note_trouble(one.id, "abe", None)
    assert kept.troubles(one.id) == {"hay": "hay: no way"}
    for digest, person, minutes in (("1", "hay", 60), ("2", "hay", 90), ("3", "abe", 5)):
        kept.add_link(Link(digest, one.id, person, at(minutes), False))
    assert kept.link("1").withdrawn and not kept.link("2").withdrawn and kept.link("9") is None
    assert kept.linked(one.id, T0) == {"hay", "abe"} and kept.linked(one.id, at(10)) == {"hay"}
    kept.withdraw(one.id, "hay")
    assert kept.linked(one.id, T0) == {"abe"} and kept.linked(other.id, T0) == set()
    kept.remove(one.id)
    session.expire_all()
    assert kept.get(one.id) is None and kept.radios(one.id) == {} and kept.link("3") is None and kept.troubles(one.id) == {}
    assert kept.get(other.id).outing.name == "Lake day"
