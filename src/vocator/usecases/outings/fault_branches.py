"""The branches of the fault tree for what stands in a slot, as the page shows them."""

from typing import Any

from vocator.core.channel.channel import Channel
from vocator.core.keeping.records import Radio
from vocator.core.outing.fault_tree import Case, line_of, tree
from vocator.usecases.twin.twins import twin_of


def branches(
    radio: Radio, slot: str, channel: Channel, region: str, likely: str = "likely", listed_off: bool = False
) -> dict[str, Any]:
    """Return what it may be when nothing was heard, the likeliest first.

    ``likely`` says how likely the path is, ``listed_off`` whether the repeater is listed as off the air.
    """
    twin = twin_of(radio.model, radio.firmware, region)
    index = twin.profile.slot_index(slot)
    case = Case(channel, twin, twin.profile.slot_text(index or 0), likely, listed_off)
    return {
        "line": line_of(channel),
        "label": channel.label,
        "branches": [
            {"fault": str(b.fault), "look": b.look, "wrong": b.wrong, "do": b.do, "mend": b.mend, "seen": b.seen}
            for b in tree(case)
        ],
    }
