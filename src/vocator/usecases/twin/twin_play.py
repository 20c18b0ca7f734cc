"""Play on a twin through a stateless server: the page keeps the state as a token."""

import base64
import json
import zlib
from typing import Any

from vocator.core.onair.band import Answer
from vocator.core.radio.actions import read_lines
from vocator.core.radio.display import display
from vocator.core.radio.report import display_dict, memory_dict, sides_dict
from vocator.core.radio.screens import LabelScreen
from vocator.core.radio.start import StartError, start_state
from vocator.core.radio.state import Signal, State, Stored
from vocator.core.radio.touching import touchables
from vocator.core.radio.twin import Twin
from vocator.usecases.programming.make_sheet import MadeSheet
from vocator.usecases.twin.band_play import air_view, listening, sent_on_band, tuned_to
from vocator.usecases.twin.run_twin import trace_of
from vocator.usecases.twin.twins import twin_of

MOST_TOKEN_BYTES = 200_000


def pack(twin: Twin, state: State) -> str:
    """Write a state as a short text token, which also says of which profile it is."""
    fields = {"profile": twin.digest, **state._asdict()}
    fields["slots"] = {str(i): stored for i, stored in enumerate(state.slots) if stored is not None}
    raw = json.dumps(fields, separators=(",", ":")).encode()
    return base64.urlsafe_b64encode(zlib.compress(raw, 6)).decode()


def unpack(twin: Twin, token: str) -> State:
    """Read a token; raises StartError for one that is no state of this radio."""
    try:
        raw = zlib.decompressobj().decompress(base64.urlsafe_b64decode(token), MOST_TOKEN_BYTES)
        fields: dict[str, Any] = json.loads(raw)
        if fields.pop("profile", None) != twin.digest:
            raise StartError(f"twin: this is a state of another radio than the {twin.profile.name}; start it anew")
        slots = list(twin.start.slots)
        for index, stored in fields["slots"].items():
            slots[int(index)] = Stored(*_tupled(stored))
        fields = {k: _tupled(v) for k, v in fields.items()}
        fields["slots"] = tuple(slots)
        fields["signals"] = tuple(Signal(*signal) for signal in fields["signals"])
        fields["loans"] = tuple(lent and Stored(*lent) for lent in fields["loans"])
        state = State(**fields)
        display(twin, state)
    except (ValueError, KeyError, TypeError, IndexError, zlib.error) as error:
        raise StartError(f"twin: this is no state of the {twin.profile.name}; start it anew") from error
    return state


def _tupled(value: Any) -> Any:
    return tuple(_tupled(v) for v in value) if isinstance(value, list) else value


def play_view(twin: Twin, state: State, trace: list[dict[str, Any]]) -> dict[str, Any]:
    """Return what the page shows of a twin."""
    screen = twin.screens[state.screen]
    return {
        "token": pack(twin, state),
        "display": display_dict(display(twin, state)),
        "trace": trace,
        "window_ms": screen.quiet_ms - state.idle_ms if screen.window else None,
        "quiet_ms": screen.quiet_ms - state.idle_ms if screen.quiet_ms else None,
        "memory": memory_dict(twin, state),
        "touches": [{"name": name, "holds": holds} for name, holds in touchables(twin, state)],
        "keyboard": isinstance(screen, LabelScreen) and screen.keyboard,
        "air": None,
        "sides": sides_dict(twin, state),
    }


def start_play(model: str, firmware: str | None, region: str, start: dict[str, Any] | None) -> dict[str, Any]:
    """Begin free play; raises NotFound, StartError."""
    twin = twin_of(model, firmware, region)
    return play_view(twin, start_state(twin, start or {}), [])


def play(model: str, firmware: str | None, region: str, token: str, keys: list[str], at_s: float | None = None) -> dict[str, Any]:
    """Press keys on a twin; ``at_s`` puts it on the simulated band at that time.

    Raises NotFound, StartError, ActionError, UntilFailed.
    """
    twin = twin_of(model, firmware, region)
    actions = list(read_lines(twin.profile, keys))
    state = unpack(twin, token)
    if at_s is None:
        done, state = trace_of(twin, state, actions)
        return play_view(twin, state, done)
    trace: list[dict[str, Any]] = []
    tails: tuple[tuple[str, float], ...] = ()
    told: Answer | None = None
    state = twin.watched(listening(state, at_s, (), tuned_to(twin, state)))
    for action in actions:
        (line,), state = trace_of(twin, state, [action])
        trace.append(line)
        if line["transmitting_hz"] is not None:
            told = sent_on_band(twin, state, line["transmitting_hz"], at_s)
            tails = ((told.opened.name, at_s),) if told.opened else tails
            state = listening(state, at_s, tails, tuned_to(twin, state))
    return {**play_view(twin, state, trace), "air": air_view(twin, state, at_s, tails, told)}


def play_at_step(made: MadeSheet, done: int) -> dict[str, Any]:
    """Return the twin as it stands after so many steps of a sheet, from what is known of the radio."""
    state = made.run.frames[done - 1].state if done else made.start
    return play_view(made.twin, state, [])
