"""Names in a profile that lead nowhere are refused, each where it stands; the register of verbs is whole."""

from pathlib import Path

import pytest

from vocator.core.radio.register import ALL_KINDS, REGISTER
from vocator.core.radio.tables import ALL_VERBS
from vocator.files.data_problems import DataFileError
from vocator.files.profile_yaml import build, model_names
from vocator.files.strict_yaml import read_yaml
from vocator.usecases.twin.twins import twin_of

ROOT = Path(__file__).parent.parent.parent
FINCH = (ROOT / "src/vocator/data/profiles/ardvane-finch.yaml").read_text(encoding="utf-8")
KEY = '"MODE tap": mode memory'
NOWHERE = {
    "a verb that is none": (KEY, '"MODE tap": fly', "no verb 'fly'"),
    "a mode that is a list": (KEY, '"MODE tap": mode set_list', "mode does not lead to set_list"),
    "a part that is none": (KEY, '"MODE tap": next rwo', "not 'rwo'; allowed: band, unit"),
    "a row that is none": (KEY, '"MODE tap": unit NOPE', "not 'NOPE'"),
    "a store at rest": (KEY, '"MODE tap": write', "write means nothing on a screen of kind rest"),
    "a value at rest": (KEY, '"MODE tap": change', "change means nothing on a screen of kind rest"),
    "a value that a setting lacks": (KEY, '"MODE tap": take_value SHIFT=NOPE', "SHIFT has no value 'NOPE'"),
    "a setting that is none": (KEY, '"MODE tap": step NOPE', "no setting 'NOPE'"),
    "a search for a mode": (KEY, '"MODE tap": search vfo', "search does not lead to vfo"),
    "an entry that is a mode": (KEY, '"MODE tap": enter vfo', "enter does not lead to vfo"),
    "a setting lent that is not stored": (KEY, '"MODE tap": lend BEEP', "BEEP is not stored"),
    "a list behind what has none": (KEY, '"MODE tap": open_inner BEEP', "BEEP has none"),
    "a word too many": (KEY, '"MODE tap": reverse now', "reverse takes nothing, not 'now'"),
    "an icon for a shift that is none": ('shift: minus}', "shift: minsu}", "'minsu' is no shift; allowed: minus, plus, none"),
    "an icon for a power that is none": ('power: LOW}', "power: LWO}", "has no value 'LWO'"),
    "a need that is never met": ('CT.USE: ["TX.RX"]', 'CT.USE: ["NOPE"]', "CT.USE has no value 'NOPE'"),
}  # fmt: skip


@pytest.mark.parametrize(("said", "instead", "why"), NOWHERE.values(), ids=NOWHERE.keys())
def test_a_name_that_leads_nowhere_is_refused(said, instead, why):
    assert said in FINCH
    with pytest.raises(DataFileError) as refused:
        build(read_yaml(FINCH.replace(said, instead, 1), "own.yaml"), None, "r2")
    assert any(why in p.text for p in refused.value.problems), [p.text for p in refused.value.problems]
    assert all(p.line > 1 for p in refused.value.problems), "each with its line"


def test_the_register_knows_each_verb_and_the_page_on_profiles_names_it():
    page = (ROOT / "docs/profile-format.md").read_text(encoding="utf-8").partition("## Verbs")[2].partition("## Icons")[0]
    assert set(REGISTER) == set(ALL_VERBS)
    assert [v for v in REGISTER if f"`{v}" not in page] == []
    assert all(use.on and use.on <= ALL_KINDS and use.leads_to <= ALL_KINDS for use in REGISTER.values())


@pytest.mark.parametrize("model", model_names())
def test_what_ships_keeps_to_the_register_on_every_firmware(model):
    for firmware in twin_of(model).profile.firmwares:
        for screen in twin_of(model, firmware.name).profile.screens:
            assert all(screen.kind in REGISTER[b.verb].on for b in screen.bind)
