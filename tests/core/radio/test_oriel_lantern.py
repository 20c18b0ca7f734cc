"""The Lantern does what its page says, sentence by sentence."""

from functools import partial

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode, Width

PAGE = "oriel-lantern"
says = partial(sentence, PAGE)


def hands(**start):
    return Hands(PAGE, **start)


def held(h, slot):
    stored = h.state.slots[h.twin.profile.slot_index(slot)]
    return h.twin.channel(stored) if stored else None


@says("Example, a channel. 146.790, SH− 0.6, SEND 103.5, FM, HIGH, slot G2-17, label Hill, on side A; presumes NAME ON.")
def test_the_example():
    old = channel(
        146_912_500, 147_512_500, tone_mode="send_and_open", tone_tx="77.0", tone_rx="77.0", width="narrow", power="LOW"
    )
    h = hands(
        vfo=old, settings={"STEP": "12.5", "AUTO RPT": "ON"}, mode="memory", row="B", memory={"G2-03": channel(146_550_000)}
    )
    h.press(
        "[MAIN] until A",
        "[VFO]",
        "[MORE] [OK] DIAL until 2 m [OK]",
        "[MENU] UP until FUNCTION [OK] UP until STEP [OK] DIAL until 5 [OK]",
    )
    h.press(
        "UP until TX POWER [OK] DIAL until HIGH [OK]", "[BACK] UP until SHIFT [OK] UP until AUTO RPT [OK] DIAL until OFF [OK]"
    )
    h.press("UP until DIRECTION [OK] DIAL until SH− [OK]", "UP until OFFSET [OK] DIAL- until 0.600 [OK]")
    h.press(
        "[BACK] UP until TONE [OK] UP until TONE USE [OK] DIAL until SEND [OK]", "UP until SEND TONE [OK] DIAL until 103.5 [OK]"
    )
    h.press("[BACK] UP until MODE [OK] DIAL until FM [OK]", "[MENU]", "[DIAL]", "DIAL until 146", "[DIAL]", "DIAL until 146.790")
    h.press("[WRITE 1s] UP until G2 DIAL until G2-17 [WRITE 1s]", "[MR]")
    assert h.seen.slot == "G2-17"
    h.press("[MORE] UP until EDIT LABEL [OK]", "DIAL until H [RIGHT] DIAL until i [RIGHT] DIAL until l [RIGHT] DIAL until l [OK]")
    assert h.main == "Hill"
    stored = held(h, "G2-17")
    assert (stored.rx_hz, stored.tx_hz, stored.width, stored.power) == (146_790_000, 146_190_000, Width.WIDE, "HIGH")
    assert (stored.tone.mode, stored.tone.tone_tx) == (ToneMode.SEND, "103.5")


@says("Example, a satellite. Downlink 145.960 on B; presumes the uplink channels on 70 cm in group G3 from G3-01 on.")
def test_the_satellite_example():
    h = hands(memory={f"G3-0{n}": channel(435_200_000 + 5_000 * n) for n in (1, 2)} | {"G1-05": channel(146_550_000)})
    h.press(
        "[MAIN] until B",
        "[VFO]",
        "[MORE] [OK] DIAL until 2 m [OK]",
        "[MENU] UP until FUNCTION [OK] UP until STEP [OK] DIAL until 5 [OK] [MENU]",
    )
    h.press(
        "[DIAL]",
        "DIAL until 145",
        "[DIAL]",
        "DIAL until 145.960",
        "[SQL]+DIAL until OPEN",
        "[MAIN]",
        "[MR]",
        "UP until G3",
        "DIAL until G3-01",
        "[MAIN 1s]",
    )
    assert (h.seen.row, h.seen.slot) == ("A", "G3-01")
    assert "2W" in h.seen.icons
    assert "B: 145.960" in h.seen.text
    assert h.press("[PTT]").sent == 435_205_000
    assert h.press("DIAL +1").seen.slot == "G3-02"


@says("MAIN (tap: A ↔ B; hold 1 s: dual watch on/off)")
def test_main():
    h = hands().press("[MAIN]")
    assert h.seen.row == "B"
    assert "2W" in h.press("[MAIN 1s]").seen.icons
    assert "2W" not in h.press("[MAIN 1s]").seen.icons


@says("VFO and MR are two keys: no toggle; each always ends in its own mode, on the main side.")
def test_two_mode_keys():
    h = hands(memory={"G0-01": channel(146_550_000)})
    assert h.press("[VFO]").screen == "vfo"
    assert [h.press("[MR]").screen for _ in range(2)] == ["memory", "memory"]
    assert h.press("[VFO] [VFO]").screen == "vfo"


@says("In MR mode DIAL turns through the slots of the group; UP and DOWN go to the first slot of the next group in use.")
def test_groups():
    h = hands(memory={s: channel(146_550_000) for s in ("G1-05", "G1-09", "G4-02", "G9-50")}, mode="memory", slot="G1-05")
    assert [h.press("DIAL +1").seen.slot for _ in range(2)] == ["G1-09", "G1-05"]
    assert [h.press("[UP]").seen.slot for _ in range(3)] == ["G4-02", "G9-50", "G1-05"]
    assert h.press("[DOWN]").seen.slot == "G9-50"


@says(
    "There are no digit keys: MORE, BAND, OK picks 2 m or 70 cm (DIAL, OK); DIAL changes by the step; DIAL pressed toggles 1 MHz steps (a small M lights)."
)
def test_the_frequency():
    h = hands().press("[MORE] [OK] DIAL +1 [OK]")
    assert (h.at_rest, h.main) == (True, "430.000")
    h.press("DIAL +1", "[DIAL]", "DIAL +3")
    assert h.main == "433.005"
    assert " M " in f" {h.seen.text} "
    assert h.press("[DIAL] DIAL -1").main == "433.000"


@says(
    "STEP in MENU (new: 5). A frequency that is not on the step's grid cannot be reached; keeping STEP moves the frequency down to its grid."
)
def test_the_step_moves_the_frequency():
    h = hands().press("DIAL +3", "[MENU] UP until FUNCTION [OK] [OK] DIAL until 12.5")
    assert h.vfo.rx_hz == 144_015_000
    assert h.press("[OK]").vfo.rx_hz == 144_012_500


@says(
    "UP and DOWN move in the lists (DIAL does not), OK enters a page and an entry, UP/DOWN or DIAL changes, OK keeps, BACK goes up one and drops. The entries inside a page wrap and are remembered too. MENU again leaves altogether and drops. Quiet time 30 s."
)
def test_the_menu():
    h = hands().press("[MENU]")
    assert h.main == "TONE"
    assert h.press("DIAL +1").beeps == ("low",)
    assert h.press("[DOWN]").main == "DISPLAY"
    h.press("[UP] [UP] [OK] [UP] [OK] DIAL +1 [BACK]")
    assert (h.main, h.setting("OFFSET")) == ("OFFSET", "0.600")
    h.press("[OK] [UP] [OK]")
    assert h.setting("OFFSET") == "0.605"
    assert h.press("[DOWN] [DOWN]").main == "AUTO RPT"
    h.press("[OK] DIAL +1 [MENU]")
    assert (h.at_rest, h.setting("AUTO RPT")) == (True, "OFF")
    assert h.press("[MENU]").main == "SHIFT", "pages are remembered"
    assert h.press("[OK]").main == "AUTO RPT", "entries too"
    h.press("wait 29.9s")
    assert h.screen == "menu"
    assert h.press("wait 0.1s").at_rest


@says("AUTO RPT (OFF, ON; new OFF; ranges as on the Finch's page, it acts at each click of the frequency)")
def test_automatic_shift_acts_at_each_click():
    h = hands(vfo=channel(146_995_000), settings={"AUTO RPT": "ON"}).press("DIAL +2")
    assert h.vfo.tx_hz == 147_605_000
    h.press("[DIAL] DIAL +3 [DIAL]")
    assert h.vfo.is_simplex


@says("SEND sends SEND TONE; SEND+SQ sends it and needs SQ TONE: set both. CODE NO, CODE POL (N, I).")
def test_tones_of_both_sides():
    h = hands(settings={"TONE USE": "SEND+SQ", "SEND TONE": "71.9", "SQ TONE": "103.5"})
    assert (h.vfo.tone.mode, h.vfo.tone.tone_tx, h.vfo.tone.tone_rx) == (ToneMode.CROSS, "71.9", "103.5")
    assert hands(settings={"TONE USE": "SEND", "SEND TONE": "71.9"}).vfo.tone.mode is ToneMode.SEND
    assert hands(settings={"TONE USE": "CODE", "CODE NO": "025", "CODE POL": "I"}).vfo.tone.dcs_rx == "025I"


@says("MODE (the page is itself the value): FM, FM-N.")
def test_the_mode_page():
    h = hands().press("[MENU] UP until MODE [OK] DIAL +1 [OK]")
    assert (h.main, h.vfo.width) == ("MODE", Width.NARROW)


@says("TOT, AUTO RPT and DISPLAY are the set's, the rest belongs to side and band.")
def test_settings_belong_to_side_and_band():
    h = hands().press("[MENU] UP until FUNCTION [OK] UP until TX POWER [OK] DIAL until LOW [OK] [MENU]")
    assert h.setting("TX POWER") == "LOW"
    assert h.press("[MORE] [OK] DIAL +1 [OK]").setting("TX POWER") == "HIGH"
    assert h.press("[MAIN]").setting("TX POWER") == "HIGH"


@says(
    "Hold WRITE 1 s: SELECT, group and slot (lowest free of the group last used). DIAL picks the slot, UP/DOWN the group (the number stays). Hold WRITE 1 s: written; VFO stays. A tap of WRITE leaves. An occupied slot blinks and is overwritten."
)
def test_storing():
    h = hands(memory={"G3-01": channel(146_550_000)}, slot="G3-01").press("[WRITE 1s]")
    assert (h.seen.slot, "SELECT" in h.seen.text) == ("G3-02", True)
    assert h.press("DIAL -2").seen.slot == "G3-50"
    assert h.press("[UP]").seen.slot == "G4-50"
    assert h.press("[WRITE]").at_rest
    h.press("[WRITE 1s] DIAL -1 [WRITE 1s]")
    assert (h.screen, held(h, "G3-01").rx_hz) == ("vfo", 144_000_000)


@says(
    "EDIT LABEL: the old label or spaces; LEFT and RIGHT move the place (they stop at the ends), DIAL chooses (A–Z, a–z, 0–9, space, - / ., in that order), OK keeps, BACK drops. Spaces at the end are not kept."
)
def test_labels():
    h = hands(memory={"G0-01": channel(146_550_000, label="Ob")}, mode="memory").press("[MORE] [OK]", "[LEFT]")
    assert h.beeps == ("low",)
    h.press("[RIGHT] DIAL +1 [BACK]")
    assert held(h, "G0-01").label == "Ob"
    h = hands(memory={"G0-01": channel(146_550_000, label="Ob")}, mode="memory").press(
        "[MORE] [OK]", "DIAL +1 [RIGHT] [RIGHT] DIAL +1", "[OK]"
    )
    assert held(h, "G0-01").label == "Pb-"
    h.press("[MORE] [OK] [RIGHT] [RIGHT] DIAL -1 [OK]")
    assert held(h, "G0-01").label == "Pb"


@says("MR mode, MORE, CLEAR, OK erases at once. When the group is empty then, the next group in use shows.")
def test_erasing():
    h = hands(memory={s: channel(146_550_000) for s in ("G1-05", "G1-09", "G4-02")}, mode="memory", slot="G1-05")
    h.press("[MORE] UP until CLEAR [OK]")
    assert (held(h, "G1-05"), h.seen.slot, h.at_rest) == (None, "G1-09", True)
    assert h.press("[MORE] UP until CLEAR [OK]").seen.slot == "G4-02"


@says("SQL held while DIAL is turned sets the level (OPEN, AUTO, 1–9) of the main side.")
def test_the_squelch_level():
    h = hands().press("[SQL]+DIAL until AUTO")
    assert h.setting("SQUELCH") == "AUTO"
    assert h.press("[MAIN]").setting("SQUELCH") == "OPEN"


@says("A slot holds one band. Receives 108–174, 380–500. Transmits 144–148, 430–450.")
def test_ranges():
    h = hands(vfo=channel(173_995_000)).press("DIAL +2")
    assert (h.main, h.beeps) == ("174.000", ("low",))
    assert h.press("[PTT]").beeps == ("low",)
