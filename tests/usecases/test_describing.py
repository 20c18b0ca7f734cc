"""Describing a radio: from nothing to proven sheets, at any point on the way, and what else an owner may do."""

import copy
import json
import random
from dataclasses import replace

import pytest

from support.owner import CONFIRMED, PAGES, PEBBLE, WRITTEN, built, described, table_of, written
from vocator.core.describing.draft import Wrong, checked_press, key_rows, name_of, new_description, ranges_hz, take_entries
from vocator.core.describing.fields import SCREEN_FIELDS, SETTING_FIELDS
from vocator.core.describing.questions import BY_NAME, QUESTIONS
from vocator.core.goals.goal import Beyond
from vocator.core.planning.planner import plan
from vocator.core.proving.from_every_state import prove_from_every_state
from vocator.core.proving.operator import follow
from vocator.core.proving.prover import Verdict, prove
from vocator.core.proving.starts import covering_starts
from vocator.core.radio.inputs import Tap, Wait
from vocator.core.radio.register import ALL_KINDS
from vocator.core.radio.screens import SCREEN_KINDS
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal
from vocator.files.data_problems import DataFileError
from vocator.files.profile_parts import PROFILES
from vocator.files.profile_readings import build_whole
from vocator.files.profile_schema import SettingFile
from vocator.files.profile_writing import profile_yaml
from vocator.files.profile_yaml import model_names
from vocator.files.screen_schema import SCREEN_FILES, fields_of
from vocator.files.strict_yaml import load_yaml, read_yaml
from vocator.storage.tables import DescriptionRow
from vocator.usecases.errors import Clash
from vocator.usecases.profiles import described as shown
from vocator.usecases.profiles import describing
from vocator.usecases.profiles.described import asked_of
from vocator.usecases.programming.goal_table import plainest
from vocator.usecases.programming.prove_radios import generate


def pebble_rows() -> list[dict]:
    return [{**r, "means": CONFIRMED.get(r["number"], r["means"])} for r in describing.paste(table_of("nobbin-pebble"))]


def pebble() -> dict:
    return described("Nobbin Pebble", PEBBLE, pebble_rows())


def row_of(data: dict, answered: tuple[str, ...] = (), examples: tuple = ()) -> DescriptionRow:
    return DescriptionRow(
        id=1, data=data, answered=dict.fromkeys(answered, "said"), examples=[list(e) for e in examples], before=[], version=1
    )


def test_ten_answers_and_a_paste_make_a_simplex_channel_that_is_proven():
    data = described("Nobbin Pebble", PEBBLE[:10], pebble_rows())
    told = {g["kind"]: g["verdict"] for g in shown.goals(row_of(data, tuple(q for q, _ in PEBBLE[:10])))}
    assert told["simplex"] == told["repeater"] == told["send"] == "proven"


MORE = "LAMP OFF, 3 s, 5 s, ON;BELL OFF, ON;LOCK OFF, KEYS, ALL;SAVE OFF, ON;TIMER OFF, 1, 3, 5;TAIL OFF, ON;VOICE OFF, ON;LEVEL 1, 2, 3, 4;TINT GREEN, WHITE;GREET OFF, ON;SCAN TIME, SIGNAL;PAUSE 3, 5, 10;MIC LOW, MID, HIGH;CALL OFF, ON;ALARM OFF, ON;UNITS KM, MI;CLOCK OFF, ON;RING OFF, ON;FADE OFF, ON;PORT OFF, ON;KEYS OFF, ON"


def test_with_a_menu_of_36_entries_it_is_the_same_answers_and_still_quick_to_read():
    """21 entries more that no channel needs: they are passed by unless somebody says what they are for."""
    more = [f"| {70 + n} | {row.split(' ', 1)[0]} | | {row.split(' ', 1)[1]} |" for n, row in enumerate(MORE.split(";"))]
    rows = describing.paste("\n".join([table_of("nobbin-pebble"), *more]))
    assert len(rows) == 36
    rows = [{**r, "means": CONFIRMED.get(r["number"], r["means"])} for r in rows]
    first = described("Nobbin Pebble", PEBBLE[:10], rows)
    told = {g["kind"]: g["verdict"] for g in shown.goals(row_of(first, tuple(q for q, _ in PEBBLE[:10])))}
    assert told["simplex"] == told["repeater"] == "proven"
    whole = described("Nobbin Pebble", PEBBLE, rows)
    told = {g["kind"]: g["verdict"] for g in shown.goals(row_of(whole, tuple(q for q, _ in PEBBLE)))}
    small = {g["kind"]: g["verdict"] for g in shown.goals(row_of(pebble(), tuple(q for q, _ in PEBBLE)))}
    assert told == small, "every goal of its page, after as many answers"
    assert len(PEBBLE) <= 60 and sum(len(v) for _, given in PEBBLE for v in given.values()) < 600


@pytest.mark.parametrize("alone", [True, False])
def test_tones_and_codes_in_one_list_are_proven_from_every_state(alone):
    """A list for each side, or one with a use beside it; where the use cannot have it, that is said."""
    rows = [r for r in pebble_rows() if "tone" not in r["means"] and "code" not in r["means"]]
    both = {"tones": "off_ctcss50_dcs_ni", "code_prefix": "D", "new": "OFF", "sure": True}
    if alone:
        use = [["OFF", "none"], ["ENC", "send"], ["SQL", "send_and_open"]]
        rows += [
            {"name": "HZ", "number": "91", "means": "tone", **both},
            {"name": "USE", "number": "92", "means": "tone_use", "values": use, "new": "OFF"},
        ]
    else:
        rows += [
            {"name": "TX", "number": "91", "means": "send_tone", **both},
            {"name": "RX", "number": "92", "means": "open_tone", **both},
        ]
    twin, told = built(described("Nobbin Pebble", PEBBLE, rows)), {}
    for kind in ("send", "send and open", "code", "inverted code", "cross"):
        for seed in range(3):
            goal = generate(twin, kind, random.Random(f"{kind} {seed}"), plain=True)
            try:
                sheet = plan(twin, goal)
            except Beyond as beyond:
                told[kind] = beyond.part
                continue
            proof = prove_from_every_state(twin, sheet, goal)
            assert proof.verdict is Verdict.PROVEN and proof.complete, (kind, goal, proof)
            assert twin.channel(follow(twin, sheet, twin.start).state.slots[goal.slot]).tone == goal.channel.tone
    assert told == ({"cross": "tone mode"} if alone else {})


def test_a_radio_described_from_nothing_is_proven_from_every_state_and_does_what_its_page_says():
    twin = Twin(build_whole(read_yaml(profile_yaml(pebble()), "pebble.yaml")))
    for kind in ("repeater", "send and open", "label"):
        goal = next(plainest(twin, kind))
        proof = prove_from_every_state(twin, plan(twin, goal), goal)
        assert proof.verdict is Verdict.PROVEN and proof.complete, (kind, proof)
    tried = shown.view(row_of(pebble(), examples=(
        ("[LIST] 12 2 [LIST] [EXIT]", "N"), ("146610 [LIST] 51 UP [LIST] [EXIT]", "+"), ("[LIST] 32 0885 [LIST] [EXIT]", "t"), ("[LIST] 60 012 [LIST] 60 012", "=012"), ("[ROW]", "▶2"), ("1465 wait 4s", "146.500"),
    )))["examples"]  # fmt: skip
    assert [(t["keys"], t["shown"]) for t in tried if not t["right"]] == []


def test_keys_that_lock_themselves_are_freed_by_every_sheet_and_a_mode_never_closes():
    """The twin locks when it is left alone; the prover starts from there too, and the sheet frees the keys first."""
    data = pebble()
    BY_NAME["lock"].write(data, {"frees": "EXIT hold 1", "shows": "LOCK", "sends": "yes", "by_itself": "20"})
    twin = built(data)
    locked, _ = twin.act(twin.start, Wait(20_000))
    assert "LOCK" in twin.seen(locked).text and twin.act(locked, Tap("4"))[0].typed == ""
    assert "LOCK" not in twin.seen(twin.act(twin.act(twin.act(twin.start, Wait(19_000))[0], Tap("LIST"))[0], Wait(1_000))[0]).text
    for kind in ("repeater", "read back"):
        goal = next(plainest(twin, kind))
        sheet = plan(twin, goal)
        assert any(words.startswith("locked open") for words, _ in covering_starts(twin, goal))
        assert any(
            step.actions == ("[EXIT 1s]",) and step.when is not None and step.when.shows == "LOCK" for step in sheet.steps()
        )
        assert prove(twin, sheet, goal).verdict is Verdict.PROVEN
        broken = replace(
            sheet,
            chapters=tuple(replace(c, steps=tuple(s for s in c.steps if s.actions != ("[EXIT 1s]",))) for c in sheet.chapters),
        )
        assert prove(twin, broken, goal).start.startswith("locked open")
    assert BY_NAME["lock"].read(data) == {
        "key": "",
        "frees": "EXIT hold 1",
        "shows": "LOCK",
        "icon": "",
        "sends": "yes",
        "by_itself": "20",
    }
    BY_NAME["lock"].write(data, {})
    assert "locked" not in data["screens"] and not {"quiet", "quiet_s"} & set(data["screens"]["vfo"])
    data["screens"]["vfo"]["quiet_s"] = 20
    with pytest.raises(DataFileError, match="stays until it is left"):
        built(data)


@pytest.mark.parametrize("question", [q for q, _ in PEBBLE])
def test_each_answer_reads_back_as_it_was_given_and_may_be_given_again(question):
    data, asked = pebble(), BY_NAME[question]
    given = dict(PEBBLE)[question]
    read = asked.read(data)
    for name, value in given.items():
        alike = {value, f"{value} tap", "\n".join(", ".join(r) for r in key_rows(value)), {"60": "PUT", "63": "WORD"}.get(value)}
        assert read.get(name, "") in alike, name
    again = copy.deepcopy(data)
    asked.write(again, read)
    assert again == data


@pytest.mark.parametrize("seed", range(12))
def test_an_incomplete_description_is_a_normal_thing(seed):
    rng = random.Random(seed)
    data, answered = new_description("Nobbin Pebble"), []
    for question, given in (a for a in PEBBLE if rng.random() < 0.6):
        tried = copy.deepcopy(data)
        try:
            BY_NAME[question].write(tried, {**BY_NAME[question].read(tried), **given})
            if question == "menu":
                take_entries(tried, "menu", pebble_rows())
        except Wrong as wrong:  # a key that is not there yet, an entry of a menu that is not pasted yet
            assert wrong.field
            continue
        data, answered = tried, [*answered, question]
    row = row_of(data, tuple(answered))
    seen = shown.view(row)
    assert seen["drawn"] is not None and seen["problems"] == []
    for goal in shown.goals(row):
        assert goal["verdict"] in ("proven", "no", "lacks")
        assert goal["verdict"] == "proven" or goal["question"] or goal["why"]


def test_every_part_of_the_schema_is_asked_for_in_words():
    assert set(SCREEN_FIELDS) == {field for kind in SCREEN_FILES for field in fields_of(kind)}
    assert set(SETTING_FIELDS) == set(SettingFile.model_fields)
    assert all(len(asked_of(k)) > 3 for k in SCREEN_FILES)
    assert set(SCREEN_FILES) == set(SCREEN_KINDS) == ALL_KINDS


@pytest.mark.parametrize(
    "file",
    [*(PAGES / f"{p.stem}.yaml" for p in sorted(PAGES.glob("*.yaml"))), *(PROFILES / f"{m}.yaml" for m in model_names())],
    ids=lambda p: p.stem,
)
def test_any_profile_can_be_opened_and_every_question_shows_what_stands_in_it(file):
    data = load_yaml(file).data
    row = row_of(data)
    seen = shown.view(row)
    assert seen["problems"] == [] and seen["drawn"]["name"] == data["name"]
    assert build_whole(read_yaml(profile_yaml(data), "again.yaml")) == build_whole(load_yaml(file))
    assert {q["name"] for q in seen["questions"]} == {q.name for q in QUESTIONS}


@pytest.mark.parametrize("question", [q.name for q in QUESTIONS])
def test_a_question_answered_as_it_stands_leaves_a_profile_whatever_radio_it_began_with(question):
    for file in (*PAGES.glob("*.yaml"), *(PROFILES / f"{m}.yaml" for m in model_names())):
        data, asked = load_yaml(file).data, BY_NAME[question]
        try:
            asked.write(data, asked.read(data))
        except Wrong as wrong:  # a radio with a form of its own: the field is named, every part can be changed by itself
            assert wrong.field in {a.name for a in asked.asks(data)}, file
            continue
        assert build_whole(read_yaml(profile_yaml(data), file.name)).model == data["model"]


@pytest.mark.parametrize(
    ("press", "stands"),
    [
        ("LIST", "LIST tap"),
        ("LIST tap", "LIST tap"),
        ("MODE hold 1.5", "MODE hold 1.5"),
        ("UP/DOWN", "UP/DOWN"),
        ("TURN+UP/DOWN", "TURN+UP/DOWN"),
        ("TURN+LIST tap", "TURN+LIST tap"),
        ("digits", "digits"),
    ],
)
def test_a_press_is_taken_as_it_is_said(press, stands):
    assert checked_press(pebble(), press, "opens") == stands


@pytest.mark.parametrize("press", ["MENU", "LIST hold", "LIST hold long", "LIST turned", "UP/LEFT", "+LIST tap", "LIST tap tap"])
def test_a_press_of_a_key_that_is_not_there_is_named(press):
    with pytest.raises(Wrong, match=r"no press|how many seconds"):
        checked_press(pebble(), press, "opens")


def test_ranges_are_read_as_they_are_printed():
    assert ranges_hz("136–174, 400-480 MHz; 28 to 29.7", "receives") == [
        [136_000_000, 174_000_000],
        [400_000_000, 480_000_000],
        [28_000_000, 29_700_000],
    ]
    for wrong in ("", "136", "174–136", "a–b"):
        with pytest.raises(Wrong, match="no range"):
            ranges_hz(wrong, "receives")


def test_a_key_named_twice_and_slots_that_do_not_go_into_banks_are_refused_with_the_field():
    data = new_description("One")
    with pytest.raises(Wrong, match="twice") as twice:
        BY_NAME["keys"].write(data, {"rows": "A B\nA"})
    assert twice.value.field == "rows"
    with pytest.raises(Wrong, match="evenly"):
        BY_NAME["slots"].write(data, {"first": "1", "count": "50", "digits": "2", "banks": "A B C"})


def test_what_the_manual_does_not_say_is_named_and_a_later_answer_takes_it_back(session):
    row = describing.begin(session, "One", "")
    for question, given in PEBBLE[:8]:
        row = describing.answer(session, row.id, row.version, question, given, silent=question == "menu")
    told = {tuple(u["path"]): u["readings"] for u in row.data["unknown"]}
    assert told[("screens", "menu", "wraps")] == [False] and told[("screens", "menu", "remembers")] == [False]
    assert row.answered["menu"] == "silent" and shown.view(row)["problems"] == []
    row = describing.answer(session, row.id, row.version, "menu", {}, silent=False)
    assert "unknown" not in row.data


def test_two_pages_never_lose_each_other_s_answers_and_undo_goes_back(session):
    row = describing.begin(session, "One", "")
    first = row.version
    row = describing.answer(session, row.id, first, *PEBBLE[0], silent=False)
    with pytest.raises(Clash, match="changed by somebody else"):
        describing.answer(session, row.id, first, *PEBBLE[1], silent=False)
    before = copy.deepcopy(row.data)
    row = describing.answer(session, row.id, row.version, *PEBBLE[1], silent=False)
    row = describing.undo(session, row.id, row.version)
    assert row.data == before and set(row.answered) == {"radio"}
    with pytest.raises(Refusal, match="no press of this radio"):
        describing.answer(session, row.id, row.version, "modes", {"to_memory": "NOWHERE"}, silent=False)
    assert describing.description(session, row.id).version == row.version, "what is refused changes nothing"


def test_the_order_of_values_entries_and_presses_is_kept_in_the_store(session):
    row = describing.begin(session, "One", "brisko-slate")
    session.flush()
    session.expire(row)
    slate = load_yaml(PROFILES / "brisko-slate.yaml").data
    kept = describing.description(session, row.id).data
    assert [*kept["settings"]] == [*slate["settings"]] and [*kept["screens"]] == [*slate["screens"]]
    assert all([*kept["settings"][n].get("values", [])] == [*s.get("values", [])] for n, s in slate["settings"].items())


def test_any_part_can_be_put_and_taken_away_and_an_example_is_tried_at_every_change(session):
    row = describing.begin(session, "Tine again", "")
    tine = load_yaml(PAGES / "quarrow-tine.yaml").data
    for name in ("keys", "panel", "bands", "receive_hz", "transmit_hz", "slots", "labels", "auto_shift", "icons"):
        row = describing.change(session, row.id, row.version, [name], tine[name])
    for name, setting in tine["settings"].items():
        row = describing.change(session, row.id, row.version, ["settings", name], setting)
    for name, screen in tine["screens"].items():
        row = describing.change(
            session, row.id, row.version, ["screens", name], {k: v for k, v in screen.items() if k != "bind"} | {"bind": {}}
        )
        for press, does in screen["bind"].items():
            row = describing.change(session, row.id, row.version, ["screens", name, "bind", press], does)
    row = describing.set_examples(session, row.id, row.version, [["[PG] [PG] wait 6s", "STEP"], ["[F3] 03 [ENT]", "04"]])
    seen = shown.view(row)
    assert seen["problems"] == [] and all(e["right"] for e in seen["examples"])
    row = describing.change(session, row.id, row.version, ["screens", "three", "quiet"], None)
    assert [e["right"] for e in shown.view(row)["examples"]] == [False, True]
    row = describing.change(session, row.id, row.version, ["screens", "two"], None)
    seen = shown.view(row)
    assert seen["drawn"] is None and any("two" in p["text"] for p in seen["problems"]), "it says what hangs on what is gone"


def test_a_description_is_taken_in_and_changed_in_use(session, client):
    row = describing.begin(session, "Nobbin Pebble", "")
    rows = pebble_rows()
    for question, given in PEBBLE:
        row = describing.answer(session, row.id, row.version, question, given, silent=False)
        if question == "menu":
            row = describing.take_menu(session, row.id, row.version, "menu", rows)
    assert client.post(f"/api/descriptions/{row.id}/take").json() == {"model": "nobbin-pebble", "name": "Nobbin Pebble"}
    radio = client.post("/api/radios", json={"name": "mine", "model": "nobbin-pebble"}).json()
    sheet = client.post("/api/sheets", json={"radio_id": radio["id"], "line": "146.610 - 88.5", "slot": "12"})
    assert sheet.status_code == 201, sheet.text
    slower = client.post(
        f"/api/descriptions/{row.id}/change", json={"version": row.version, "path": ["screens", "menu", "quiet_s"], "value": 9}
    )
    assert slower.status_code == 200 and client.post(f"/api/descriptions/{row.id}/take").status_code == 200
    assert "quiet_s: 9" in client.get("/api/models/nobbin-pebble/profile.yaml").text
    assert client.get(f"/api/radios/{radio['id']}").json()["model"] == "nobbin-pebble", "radios, slots and sheets stay"


@pytest.mark.parametrize(
    ("way", "body"),
    [
        ("change", {"path": ["screens", "vfo", "bind", "PTT tap"], "value": {"a": [1] * 10}}), ("change", {"path": ["settings", "X"], "value": 3}), ("change", {"path": ["screens"], "value": None}),
        ("change", {"path": ["screens", "vfo", "bind", "PTT tap"], "value": 5}), ("change", {"path": ["screens", "menu"], "value": {"kind": "picker", "bind": {"PTT tap": [" ", None]}}}),
        ("change", {"path": ["a", "b", "c"], "value": "x" * 20_000}), ("change", {"path": ["keys", "0", "z"], "value": 1}), ("answer", {"question": "none", "given": {}}),
        ("menu", {"into": "nowhere", "rows": []}), ("menu", {"into": "vfo", "rows": [{"name": "A", "means": "other"}]}),
    ],
)  # fmt: skip
def test_hostile_input_is_named_and_the_description_opens_afterwards(client, way, body):
    made = client.post("/api/descriptions", json={"name": "One"}).json()
    told = client.post(f"/api/descriptions/{made['id']}/{way}", json={"version": made["version"], **body})
    assert told.status_code in (200, 404, 422), told.text
    again = client.get(f"/api/descriptions/{made['id']}")
    assert again.status_code == 200, again.text
    assert client.get(f"/api/descriptions/{made['id']}/goals").status_code == 200


def test_a_description_begun_like_another_radio_keeps_what_its_questions_have_no_field_for(session):
    row = describing.begin(session, "My own", "ardvane-finch")
    like = copy.deepcopy(row.data)
    for question in QUESTIONS:
        row = describing.answer(session, row.id, row.version, question.name, question.read(row.data), silent=False)
    assert row.data == like and set(row.answered.values()) == {"said"}
    row = describing.answer(session, row.id, row.version, "icons", {"send": "T"}, silent=False)
    changed = [(a, b) for a, b in zip(like["icons"], row.data["icons"], strict=True) if a != b]
    assert changed == [({"icon": "TX", "tone_use": "send"}, {"icon": "T", "tone_use": "send"})]
    assert {k: v for k, v in row.data.items() if k != "icons"} == {k: v for k, v in like.items() if k != "icons"}
    with pytest.raises(Refusal, match="a name"):
        describing.answer(session, row.id, row.version, "radio", {"name": " "}, silent=False)


def in_words(text: str) -> bool:
    """Whether a reason is one for an owner, and not what Python says."""
    return bool(text) and not any(
        odd in text for odd in ("invalid literal", "index out of", "NoneType", "object", "Traceback", "not found in")
    )


@pytest.mark.parametrize("page", ["nobbin-pebble", "immer-dale", "quarrow-tine", "tollen-reed"])
def test_a_menu_pasted_over_that_of_a_radio_like_it_takes_its_place(page):
    """Whatever comes of it: it is shown, what is wrong names its place, what is lacking is said in words, and the twin runs."""
    rows = [
        {**r, "means": CONFIRMED.get(r["number"], r["means"])} if page == "nobbin-pebble" else r
        for r in describing.paste(table_of(page))
    ]
    for name in WRITTEN:
        data = written(name)
        into = name_of(data, "menu")
        if into not in data["screens"]:
            continue
        before = [e["name"] for e in data["screens"][into]["entries"]]
        take_entries(data, into, copy.deepcopy(rows))
        entries = {e["name"] for e in data["screens"][into]["entries"]}
        assert {str(r["name"]).strip() for r in rows} <= {e.get("shown", e["name"]) for e in data["screens"][into]["entries"]}
        stays = [n for n in before if n not in entries and n in data["settings"]]
        led_to = json.dumps(
            {part: one for part, one in data.items() if part not in ("icons", "scrolled_past")}, ensure_ascii=False
        )
        assert all(led_to.count(f'"{n}"') + led_to.count(f" {n}") > 1 for n in stays), "what stays is led to by something else"
        seen = shown.view(row_of(data))
        assert all(p["path"] and in_words(p["text"]) for p in seen["problems"]), name
        assert (seen["drawn"] is None) == bool(seen["problems"])


@pytest.mark.parametrize(
    "name", ["brisko-pico", "brisko-slate", "nobbin-pebble", "ardvane-finch", "oriel-wick", "solvick-trio", "veltry-mote"]
)
def test_after_the_pasted_menu_goals_are_proven_or_say_in_words_what_is_lacking(name):
    data = written(name)
    take_entries(data, name_of(data, "menu"), pebble_rows())
    told = {g["kind"]: (g["verdict"], g["why"]) for g in shown.goals(row_of(data, tuple(BY_NAME)))}
    if name in ("brisko-pico", "brisko-slate", "nobbin-pebble"):
        assert told["simplex"][0] == told["repeater"][0] == "proven"
    for verdict, why in told.values():
        assert verdict in ("proven", "no", "lacks") and (in_words(why) or why.startswith("from '") or "until" in why), (name, why)


def test_what_opens_a_screen_still_does_when_the_menu_is_pasted_anew():
    data = written("nobbin-pebble")
    before = {e["name"]: e for e in data["screens"]["list"]["entries"] if e.get("opens")}
    take_entries(data, "list", pebble_rows())
    assert {e["name"]: e for e in data["screens"]["list"]["entries"] if e.get("opens")} == before
    assert not set(before) & set(data.get("scrolled_past", []))
    take_entries(data, "list", [r for r in pebble_rows() if r["number"] not in ("7", "60")])
    assert "WATT" not in data["settings"] and not any("power" in i for i in data["icons"]), (
        "an icon of what is no more goes with it"
    )
    assert "PUT" in {e["name"] for e in data["screens"]["list"]["entries"]}, (
        "what opens a screen is kept though it was not pasted"
    )


def test_where_keys_lead_to_a_setting_of_the_menu_before_they_lead_to_the_one_that_now_does_the_same():
    data = written("nobbin-pebble")
    bind = data["screens"]["vfo"]["bind"]
    bind |= {"CALL tap": "step WATT", "TOP tap": "next unit if SPAN=N", "TOP hold 2": "step GRID"}
    rows = [
        {**r, "name": {"WATT": "POW", "SPAN": "BREIT"}.get(r["name"], r["name"])} for r in pebble_rows() if r["name"] != "GRID"
    ]
    take_entries(data, "list", rows)
    assert bind["CALL tap"] == "step POW" and bind["TOP tap"] == "next unit if BREIT=N"
    assert "WATT" not in data["settings"] and "SPAN" not in data["settings"] and data["settings"]["POW"]["means"] == "power"
    assert bind["TOP hold 2"] == "step GRID" and "GRID" in data["settings"], (
        "what nothing replaces stays for the key that steps it"
    )
