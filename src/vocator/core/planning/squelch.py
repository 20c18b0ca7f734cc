"""One side's squelch held open: what the radio can, for whoever asks."""

from vocator.core.goals.goal import Beyond
from vocator.core.radio.twin import Twin


def squelch_of(twin: Twin) -> int:
    """Return the setting whose value OPEN holds one side's squelch open; raises Beyond."""
    for index, s in enumerate(twin.settings):
        if s.scope == "unit" and s.domain.find_meaning("open") is not None and len(twin.profile.units) > 1:
            return index
    raise Beyond(
        "squelch", "this radio holds no side's squelch open", "Hold the key that opens it while you listen, or use two radios."
    )
