"""Run key sequences on a twin and report the trace."""

from typing import Any

from vocator.core.radio.actions import Action, read_lines
from vocator.core.radio.display import display
from vocator.core.radio.perform import perform
from vocator.core.radio.report import display_dict, state_dict
from vocator.core.radio.start import start_state
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.usecases.twin.twins import twin_of


def run_twin(
    model: str, keys: list[str], firmware: str | None = None, region: str = "r2", start: dict[str, Any] | None = None
) -> dict[str, Any]:
    """Return trace, memory, VFO, mode and row after the keys.

    Raises NotFound, StartError, ActionError, UntilFailed.
    """
    twin = twin_of(model, firmware, region)
    state = start_state(twin, start or {})
    actions = list(read_lines(twin.profile, keys))
    trace, state = trace_of(twin, state, actions)
    return {"trace": trace, **state_dict(twin, state)}


def trace_of(twin: Twin, state: State, actions: list[Action]) -> tuple[list[dict[str, Any]], State]:
    """Carry out actions and return what was shown, heard and sent at each, with the state left."""
    trace = []
    for action in actions:
        done = perform(twin, state, action)
        state = done.state
        trace.append(
            {
                "action": action.text,
                "display": display_dict(display(twin, state)),
                "beeps": list(done.beeps),
                "transmitting_hz": done.transmitting_hz,
            }
        )
    return trace, state
