"""How an exercise on the twin went."""

from vocator.core.channel.channel import Channel, megahertz
from vocator.core.drill.exercise import Exercise, Verdict
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


def judged(twin: Twin, one: Exercise, end: State) -> Verdict:
    """Return how an exercise on the twin went: what was asked for, and that nothing else of slots and settings was changed."""
    assert one.start is not None
    forgotten: list[str] = []
    if not twin.at_rest(end):
        forgotten.append("something is still open")
    for what, wanted in one.aim.items():
        forgotten += _lacks(twin, one, end, what, wanted)
    changed = _changed(twin, one, end)
    return Verdict(not forgotten and not changed, tuple(forgotten), tuple(changed))


def _lacks(twin: Twin, one: Exercise, end: State, what: str, wanted: str) -> list[str]:
    if what == "frequency":
        return [] if twin.freq(end) == int(wanted) else [f"{megahertz(int(wanted))} does not stand in the VFO"]
    if what.startswith("setting "):
        name = what.removeprefix("setting ")
        setting = twin.profile.setting_named(name)
        shown = twin.settings[setting].domain.text(twin.get(end, setting))
        return [] if shown == wanted else [f"{name} is {shown}, not {wanted}"]
    if what == "slot" and one.goal is not None:
        stored = end.slots[one.goal.slot]
        if stored is None:
            return [f"slot {twin.profile.slot_text(one.goal.slot)} is empty"]
        return _differs(twin, one.goal.channel, twin.channel(stored))
    return []


def _differs(twin: Twin, wanted: Channel, held: Channel) -> list[str]:
    """Say what of a channel was forgotten."""
    found = []
    if held.rx_hz != wanted.rx_hz:
        found.append(f"it listens on {megahertz(held.rx_hz)}")
    if held.tx_hz != wanted.tx_hz:
        found.append(f"it sends on {megahertz(held.tx_hz or 0)}: look at sign and offset")
    if held.tone != wanted.tone:
        if held.tone.tone_tx is None and wanted.tone.tone_tx:
            found.append(f"the tone is not sent: its use is off, or {wanted.tone.tone_tx} was not set")
        else:
            found.append("the tone or its use is another")
    if held.width != wanted.width:
        found.append(f"the width is {held.width}")
    if wanted.label and held.label != wanted.label:
        found.append(f"the label is {held.label or 'not there'}")
    return found


def _changed(twin: Twin, one: Exercise, end: State) -> list[str]:
    """Name what was changed beside the aim: other slots, and settings of the whole radio."""
    assert one.start is not None
    own = one.goal.slot if one.goal is not None else -1
    slots = [
        twin.profile.slot_text(n) for n, (a, b) in enumerate(zip(one.start.slots, end.slots, strict=True)) if a != b and n != own
    ]
    found = [f"slot {text} was changed" for text in slots]
    allowed = {w.removeprefix("setting ") for w in one.aim}
    for number, setting in enumerate(twin.settings):
        if setting.scope != "set" or setting.name in allowed | one.beside:
            continue
        before, after = twin.get(one.start, number), twin.get(end, number)
        if before != after:
            found.append(f"{setting.name} is {setting.domain.text(after)} now")
    return found
