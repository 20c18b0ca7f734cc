"""Put a twin on the simulated band: what it hears there, and what comes of its transmissions."""

from functools import cache
from pathlib import Path
from typing import Any

from vocator.core.channel.channel import Width, megahertz
from vocator.core.onair.band import Answer, Band, Heard, Repeater, Talker, answer, heard, transmission
from vocator.core.radio.state import Signal, State
from vocator.core.radio.twin import Twin
from vocator.files.strict_yaml import load_yaml

BAND = Path(__file__).parent.parent / "data" / "demo" / "band.yaml"
WHY = {
    "off": "{name} is off the air",
    "no tone": "{name} wants a tone, and none was sent: is its use switched on?",
    "tone": "{name} wants another tone",
    "width": "{name} listens narrow, and this was wide",
    "shift": "this is {name}'s output: the shift is missing",
    "sign": "{name} listens on the other side: the sign is wrong",
}


@cache
def demo_band() -> Band:
    """Return the band of the demonstration."""
    data = load_yaml(BAND).data
    repeaters = tuple(Repeater(**{**r, "width": Width(r.get("width", "wide"))}) for r in data["repeaters"])
    return Band(repeaters, tuple(Talker(**t) for t in data["talkers"]))


def listening(state: State, at_s: float, tails: tuple[tuple[str, float], ...] = ()) -> State:
    """Return a state that hears what is on the band at a time."""
    signals = (_signal(h) for h in heard(demo_band(), at_s, tails))
    unlike = {s.rx_hz: s for s in signals}
    return state._replace(signals=tuple(unlike.values()))


def _signal(one: Heard) -> Signal:
    code = one.tone if one.tone and one.tone[-1] in "NI" else None
    return Signal(one.rx_hz, None if code else one.tone, code)


def sent_on_band(twin: Twin, state: State, sent_hz: int) -> Answer:
    """Return what a transmission of this twin opens."""
    stored = twin.active(state)
    assert stored is not None
    return answer(demo_band(), transmission(twin.channel(stored), sent_hz))


def opens(twin: Twin, state: State) -> bool:
    """Whether the loudspeaker opens: something is heard, and the receive side's tone or code lets it through."""
    signal, stored = twin.heard(state), twin.active(state)
    if signal is None or stored is None:
        return False
    tone = twin.channel(stored).tone
    return (tone.tone_rx is None or tone.tone_rx == signal.ctcss) and (tone.dcs_rx is None or tone.dcs_rx == signal.dcs)


def air_view(twin: Twin, state: State, at_s: float, tails: tuple[tuple[str, float], ...], told: Answer | None) -> dict[str, Any]:
    """Return what the page says of the band: what is heard, and what came of a transmission."""
    signal = twin.heard(state)
    names = [h.name for h in heard(demo_band(), at_s, tails) if signal and h.rx_hz == signal.rx_hz]
    hint = ""
    if told is not None and told.opened is None:
        hint = "; ".join(WHY[why].format(name=r.name) for r, why in told.faults) or "no repeater listens on this frequency"
    return {
        "heard": ", ".join(dict.fromkeys(names)) if opens(twin, state) else "",
        "closed": signal is not None and not opens(twin, state),
        "opened": f"{told.opened.name} opened: its tail is heard on {megahertz(told.opened.output_hz)}"
        if told and told.opened
        else "",
        "hint": hint,
    }
