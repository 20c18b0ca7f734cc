"""Put a twin on the simulated band: what it hears there, and what comes of its transmissions."""

from functools import cache
from typing import Any

import numpy as np

from vocator.core.channel.channel import Width, megahertz
from vocator.core.onair.band import (
    Answer,
    Band,
    Heard,
    Overhead,
    Repeater,
    Talker,
    answer,
    called,
    from_above,
    heard,
    transmission,
)
from vocator.core.orbit.passes import find_passes
from vocator.core.orbit.site import Site
from vocator.core.orbit.sky import Sky
from vocator.core.radio.state import Signal, State
from vocator.core.radio.twin import Twin
from vocator.files.links_file import read_links
from vocator.files.omm import read_omm_json
from vocator.files.strict_yaml import load_yaml
from vocator.where import DEMO

ELEMENTS = DEMO / "elements.json"
LINKS = DEMO / "links.csv"
BAND = DEMO / "band.yaml"
WHY = {
    "off": "{name} is off the air",
    "weak": "{name} does not hear you here: too weak",
    "mode": "{name} is an FM repeater: it does not understand the mode that is set",
    "no tone": "{name} wants a tone, and none was sent: is its use switched on?",
    "tone": "{name} wants another tone",
    "width": "{name} listens narrow, and this was wide",
    "shift": "this is {name}'s output: the shift is missing",
    "sign": "{name} listens on the other side: the sign is wrong",
    "horizon": "{name} is below the horizon just now",
    "tuning": "{name} hears you too far off tune: turn the uplink a memory on or back",
    "captured": "a stronger station has {name}: wait for a gap",
}


@cache
def demo_band() -> Band:
    """Return the band of the demonstration."""
    data = load_yaml(BAND).data
    repeaters = tuple(Repeater(**{**r, "width": Width(r.get("width", "wide"))}) for r in data["repeaters"])
    return Band(repeaters, tuple(Talker(**t) for t in data["talkers"]), tuple(_overhead(n) for n in data["satellites"]))


def _overhead(number: int) -> Overhead:
    """Return a satellite's highest pass of two days over the demonstration's place, second by second."""
    elements = next(e for e in read_omm_json(ELEMENTS.read_text(encoding="utf-8")).elements if e.number == number)
    start, site = elements.epoch_utc, Site(49.5, -57.8, 40.0)
    best = max(find_passes([elements], site, start, 2.0).passes, key=lambda p: p.max_elevation_deg)
    sky = Sky(elements, site, start)
    look = sky.look(np.arange(sky.seconds(best.aos_utc), sky.seconds(best.los_utc), 1.0))
    link = next(one for one in read_links(LINKS.read_text(encoding="utf-8"), {}).links if one.number == number)
    transponder = link.transponder(elements.name)
    assert transponder is not None
    return Overhead(transponder, tuple(map(float, look.elevation_deg)), tuple(map(float, look.range_rate_km_s)))


def listening(state: State, at_s: float, tails: tuple[tuple[str, float], ...] = (), tuned_hz: int = 0) -> State:
    """Return a state that hears what is on the band at a time; a satellite only where it is tuned near enough."""
    on = (*heard(demo_band(), at_s, tails), *from_above(demo_band(), at_s, tuned_hz))
    signals = (_signal(h) for h in on)
    unlike = {s.rx_hz: s for s in signals}
    return state._replace(signals=tuple(unlike.values()))


def _signal(one: Heard) -> Signal:
    code = one.tone if one.tone and one.tone[-1] in "NI" else None
    return Signal(one.rx_hz, None if code else one.tone, code)


def tuned_to(twin: Twin, state: State) -> int:
    """Return what a twin listens on, 0 where it listens on nothing."""
    stored = twin.active(state)
    return twin.channel(stored).rx_hz if stored is not None else 0


def sent_on_band(twin: Twin, state: State, sent_hz: int, at_s: float) -> Answer:
    """Return what a transmission of this twin opens."""
    stored = twin.active(state)
    assert stored is not None
    sent = transmission(twin.channel(stored), sent_hz)
    return called(demo_band(), sent, at_s) or answer(demo_band(), sent)


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
    on = (*heard(demo_band(), at_s, tails), *from_above(demo_band(), at_s, tuned_to(twin, state)))
    names = [h.name for h in on if signal and h.rx_hz == signal.rx_hz]
    hint = ""
    if told is not None and told.reply is not None:
        hint = WHY[told.reply.why].format(name=told.satellite) if told.reply.why else ""
    elif told is not None and told.opened is None:
        hint = "; ".join(WHY[why].format(name=r.name) for r, why in told.faults) or "no repeater listens on this frequency"
    return {
        "heard": ", ".join(dict.fromkeys(names)) if opens(twin, state) else "",
        "closed": signal is not None and not opens(twin, state),
        "opened": f"{told.opened.name} opened: its tail is heard on {megahertz(told.opened.output_hz)}"
        if told and told.opened
        else f"{told.satellite} has you: your voice comes back on its downlink"
        if told and told.reply and told.reply.through
        else "",
        "hint": hint,
    }
