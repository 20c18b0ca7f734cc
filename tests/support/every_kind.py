"""A request for each kind of goal of each radio."""

from vocator.core.goals.kind import Asks
from vocator.core.planning.kinds import KINDS
from vocator.usecases.programming.make_sheet import SheetRequest
from vocator.usecases.twin.twins import twin_of


def asked(model: str, word: str) -> SheetRequest:
    """A goal of a kind that the radio may be asked for."""
    kind, twin = KINDS[word], twin_of(model)
    line = "52.525 minus t103.5" if "meridian" in model else "147.195 + t110.9"
    text = line if Asks.LINE in kind.asks else next(iter(kind.choices(twin, Asks.KEY)), "")
    slot = twin.profile.slot_key(11) if Asks.SLOT in kind.asks else ""
    return SheetRequest(model, slot, text, "NEW" if Asks.LABEL in kind.asks and Asks.LINE not in kind.asks else None, goal=word)
