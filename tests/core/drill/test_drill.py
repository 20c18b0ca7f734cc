"""The trainer: every exercise is solvable and not trivial, judged for what it is, and what comes next follows from what happened."""

import random
import re
from datetime import UTC, datetime, timedelta
from pathlib import Path

import numpy as np
import pytest
import yaml

from support.owner import PAGES
from vocator.core.drill.exercises import parts_of
from vocator.core.drill.items import GOALS, HOME, PASS_SUMS, READY, SIGHTS, SILENT, SLIP, STEPS, SUMS, WHOLE, goal_word, items_of
from vocator.core.drill.judge import judged
from vocator.core.drill.path import WORDS, path
from vocator.core.drill.schedule import Done, Stage, next_items, rating_of, standings
from vocator.core.drill.slips_made import slips_made
from vocator.core.goals.sheet import ChapterKind
from vocator.core.orbit.doppler import received_hz
from vocator.core.planning.kinds import KINDS
from vocator.core.proving.operator import follow
from vocator.core.radio.actions import parse_actions
from vocator.core.radio.display import display
from vocator.core.radio.kept import with_item
from vocator.core.radio.perform import carry_out
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import build, model_names
from vocator.files.strict_yaml import read_yaml
from vocator.usecases.twin.drill import drilled, made
from vocator.usecases.twin.twins import twin_of

NOW = datetime(2026, 5, 1, tzinfo=UTC)


@pytest.mark.parametrize("model", model_names())
def test_every_exercise_of_every_radio_is_solved_by_its_own_way_and_not_before(model):
    twin = twin_of(model)
    kinds = set()
    for item in items_of(twin):
        for seed in range(4):
            one = made(twin, item, seed)
            if one is None:
                continue
            kinds.add(item)
            again = made(twin, item, seed)
            assert (again.question, again.right, again.choices) == (one.question, one.right, one.choices), (
                "the same seed, the same exercise"
            )
            if one.choices:
                assert one.right in one.choices and len(set(one.choices)) == len(one.choices) >= 2 and one.why
                continue
            assert not judged(twin, one, one.start).right, (item.key, "solved before it begins")
            end = follow(twin, one.sheet, one.start).state if one.sheet else carry_out(twin, one.start, one.hints.keys)
            assert judged(twin, one, end).right, (item.key, judged(twin, one, end))
            assert one.hints.keys and one.usual_s > 0 and one.fewest >= 1
            assert all(parse_actions(twin.profile, keys) for keys in one.hints.keys)
    assert {
        READY,
        *(i for i in GOALS if KINDS[goal_word(i)].lacks(twin) is None),
        *SIGHTS,
        HOME,
        SLIP,
        *SUMS,
        *(i for i in PASS_SUMS if i in items_of(twin)),
        WHOLE,
        STEPS[ChapterKind.STORE],
    } <= kinds
    assert {lesson.item for lesson in path(twin)} <= set(items_of(twin))


@pytest.mark.parametrize(
    ("screen", "binding"), [("vfo", "digits"), ("memory", "MODE hold 1"), ("list", "LIST tap"), ("put", "LIST tap")]
)
def test_a_radio_of_ones_own_has_exercises_for_what_is_described_of_it(screen, binding):
    """A page with one key left out: what needs it is no exercise, the rest is, and nothing fails."""
    whole = (PAGES / "nobbin-pebble.yaml").read_text(encoding="utf-8")
    read = yaml.safe_load(whole)
    del read["screens"][screen]["bind"][binding]
    lacking = Twin(build(read_yaml(yaml.safe_dump(read, sort_keys=False, allow_unicode=True), "own.yaml"), None, "r2"))
    some, every = drilled(lacking), drilled(Twin(build(read_yaml(whole, "own.yaml"), None, "r2")))
    assert set(some) < set(every) and {READY, *SUMS} <= set(some)


def test_what_was_forgotten_and_what_else_was_changed_is_named():
    twin = twin_of("ardvane-finch")
    one = next(e for seed in range(20) if (e := made(twin, WHOLE, seed)).goal.channel.tone.tone_tx)
    end = follow(twin, one.sheet, one.start).state
    use = twin.tone_use
    stored = end.slots[one.goal.slot]
    untoned = stored._replace(values=tuple(0 if n == twin.stored_place[use] else v for n, v in enumerate(stored.values)))
    forgot = judged(twin, one, end._replace(slots=with_item(end.slots, one.goal.slot, untoned)))
    assert not forgot.right and "tone is not sent" in forgot.forgotten[0]
    beside = judged(twin, one, end._replace(slots=with_item(end.slots, 150, stored)))
    assert not beside.right and "slot 151" in beside.changed[0] and not beside.forgotten
    assert judged(twin, one, one.start).forgotten[0].endswith("is empty")
    assert parts_of(twin, one)[0].key == "whole" and len(parts_of(twin, one)) > 4


def test_the_fault_of_a_silent_repeater_is_in_the_slot_and_a_few_looks_tell_it():
    """What is right is what the slot holds against what the question says; where no press is needed, the displays of all faults differ."""
    shown, deeper = {}, 0
    for model in ("ardvane-finch", "brisko-slate", "oriel-lantern"):
        twin = twin_of(model)
        for seed in range(20):
            one = made(twin, SILENT, seed)
            if one is None:
                continue
            deeper += one.fewest > 0
            said = re.search(r"says (\S+), (plus|minus) 0.6, tone (\S+)\\.", one.question.replace(". You", "\\. You"))
            rx_hz, sign, tone = round(float(said[1]) * 1e6), 1 if said[2] == "plus" else -1, said[3]
            held = twin.channel(one.start.slots[one.start.positions[0]])
            shift = held.tx_hz - held.rx_hz
            wrong = {
                "the tone is not sent": held.tone.tone_tx is None, "another tone is sent": held.tone.tone_tx not in (None, tone),
                "the sign is the other one": shift == -sign * 600_000, "there is no shift": shift == 0,
            }  # fmt: skip
            assert held.rx_hz == rx_hz and [w for w, so in wrong.items() if so] == [w for w in [one.right] if w in wrong]
            if model == "ardvane-finch" and one.fewest == 0:
                shown.setdefault(one.right, display(twin, one.start))
    assert deeper and len(shown) >= 4
    assert "TX" not in shown["the tone is not sent"].icons
    assert not {"+", "−"} & set(shown["there is no shift"].icons)


def test_the_sums_of_a_listing_are_those_of_the_region():
    """Against the habits that the regions' packs state: 2 m by 0.6, 70 cm by 5 here and 7.6 there, and where several signs are in use."""
    wick, send, reading = twin_of("oriel-wick"), SUMS[0], SUMS[4]
    told = set()
    for region, shifts in {"r1": {100, 600, 7_600}, "r2": {100, 500, 600, 1_600, 5_000}}.items():
        found = set()
        for seed in range(30):
            one = made(wick, send, seed, region)
            line = one.question.split()[3]
            found.add(abs(round((float(one.right) - float(line)) * 1e3)))
            other = made(wick, reading, seed, region)
            hz = float(other.question.split()[3])
            open_ = any(low <= hz <= high for low, high in [(147.0, 147.0), (430.0, 434.0)])
            assert other.right.startswith("it cannot be told") == open_, other.question
            told.add((region, open_))
        assert found <= shifts and len(found) > 2
    assert len(told) == 4


def test_a_newcomer_is_at_a_whole_repeater_on_the_wick_in_under_twenty_minutes():
    """Every lesson read at 200 words a minute, and done at half the estimated speed twice: with all its keys told, and without."""
    twin = twin_of("oriel-wick")
    lessons = [x for x in path(twin) if x.item in drilled(twin)]
    assert lessons[-1].item == WHOLE
    spent = 0.0
    for lesson in lessons:
        one = made(twin, lesson.item, 0)
        text = [lesson.title, lesson.why, lesson.caution, one.question, one.why, *one.choices, *one.hints.steps]
        text += [f"{w} {WORDS[w]}" for w in lesson.words]
        spent += len(" ".join(text).split()) / 200 * 60 + 2 * 2 * one.usual_s
    assert len(lessons) >= 16 and spent < 20 * 60, spent


def test_the_words_of_the_path_are_those_of_the_glossary_and_each_is_met():
    rows = dict(re.findall(r"^\| (.+?) \| (.+?) \|$", (Path(__file__).parents[3] / "docs" / "glossary.md").read_text(), re.M))
    assert {w: rows.get(w) for w in WORDS} == WORDS
    met = {w for model in model_names() for lesson in path(twin_of(model)) for w in lesson.words}
    assert met == set(WORDS)


def test_slips_on_the_way_are_told_by_what_the_radio_did():
    finch = twin_of("ardvane-finch")
    whole = next(e for seed in range(20) if (e := made(finch, WHOLE, seed)).goal.channel.tone.tone_tx)
    for model in ("ardvane-finch", "brisko-slate", "pelorn-wagon", "oriel-wick"):
        twin = twin_of(model)
        for seed in range(4):
            one = made(twin, WHOLE, seed)
            assert slips_made(twin, one, one.hints.keys) == [], "who does as written slips nowhere"
    way = list(whole.hints.keys)
    at = next(n for n, keys in enumerate(way) if "CT.USE" in keys)

    def slips(*keys):
        return {str(s.kind): s.did for s in slips_made(finch, whole, keys)}

    assert slips("[PTT]")["on the air"] == "it sent on 144.000, unasked"
    assert slips(*way[:at], "[FN] wait 60s")["it closed by itself"]
    assert slips(*way[:at], "DIAL until CT.USE [FN] DIAL +1 DIAL -1") == {"turned too far": "seen before it was kept: nothing"}
    assert slips("[FN] 0 DIAL +3 DIAL +2") == {}, "two turns the same way are one"
    other = slips(*way[:at], "DIAL until CT.USE [FN] DIAL until TX.RX [FN]", way[at])
    assert other == {"another value kept": "CT.USE became TX.RX, not TX"}, "put right afterwards, it is told all the same"
    right, beside = (finch.profile.slot_text(whole.goal.slot + n) for n in (0, 1))
    assert slips(*(keys.replace(right, beside) for keys in way[:-3]))["another slot written"] == f"slot {beside} was written"
    assert slips("no such key") == {}


def test_the_sums_of_a_pass_agree_with_physics():
    """Against the Doppler shift of a satellite that comes nearer and goes away, and the times in the question itself."""
    finch, seen = twin_of("ardvane-finch"), set()
    for seed in range(40):
        way, memory, nominal = (made(finch, item, seed) for item in PASS_SUMS)
        rising, setting = (received_hz(435_000_000, np.array([rate]))[0] - 435_000_000 for rate in (-7.0, 7.0))
        assert rising > 0 > setting
        assert way.right.startswith("up" if "uplink" in way.question else "down"), "the uplink starts low where it arrives high"
        off = {"just after its rise": "above", "just before it sets": "below"}
        wanted = next((w for moment, w in off.items() if moment in nominal.question), "nothing is off")
        assert wanted in nominal.right
        now, *due = re.findall(r"\d\d:\d\d:\d\d", memory.question)
        assert memory.right == str(sum(d <= now for d in due))
        seen |= {way.right, wanted, memory.right}
    assert len(seen) > 8


def test_what_happened_is_the_rating_and_decides_what_comes_next():
    items = items_of(twin_of("oriel-wick"))
    assert next_items(standings(items, []), NOW, 3) == items[:3], "new ones in the order of the work"
    a, b = items[0].key, items[1].key
    good, slow, told = Done(a, NOW, True, 0, 10, 10), Done(a, NOW, True, 0, 30, 10), Done(a, NOW, True, 3, 10, 10)
    assert [rating_of(d).name for d in (good, slow, told, Done(a, NOW, False))] == ["Good", "Hard", "Again", "Again"]
    wrong = standings(items, [Done(a, NOW, False)])
    assert next_items(wrong, NOW + timedelta(minutes=2), 1) == [items[0]], "what went wrong is due first"
    events = [Done(a, NOW + timedelta(days=d), True, 0, 5, 10) for d in (0, 1, 4, 12)] + [Done(b, NOW, True, 1, 10, 10)]
    held = {s.item.key: s for s in standings(items, events)}
    assert held[a].stage is Stage.KNOWN and held[b].stage is Stage.LEARNING and held[items[2].key].stage is Stage.NEW
    random.Random(1).shuffle(events)
    assert {s.item.key: s for s in standings(items, events)} == held, "the order in which events come does not matter"
    back = [*events, Done(a, NOW - timedelta(days=400), True)]
    assert all(s.due is None or s.due < NOW + timedelta(days=4000) for s in standings(items, back)), (
        "a clock set back keeps it sane"
    )
