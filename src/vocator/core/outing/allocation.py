"""Which slot and which name each channel gets on each radio: alike wherever they fit."""

from dataclasses import dataclass

from vocator.core.channel.label_fitting import fit_names
from vocator.core.radio.profile import Profile


@dataclass(frozen=True, slots=True)
class Placed:
    """A channel's slot on one radio, as written and as shown, and its label (empty where there are none)."""

    slot: str
    slot_text: str
    label: str


def slot_of(profile: Profile, number: int) -> str:
    """Return the slot for the number of a channel (from 1): the slot of that number, else the one in that place."""
    index = profile.slot_index(str(number))
    return profile.slot_key(index if index is not None else min(number - 1, profile.plain_slots - 1))


def place(profile: Profile, names: list[str]) -> list[Placed]:
    """Return slots and labels for channels in their order; labels are alike on all radios of one length and set."""
    labels = fit_names(names, profile.label_length, profile.label_characters.upper() if profile.label_length else None)
    placed = []
    for number, label in enumerate(labels, 1):
        slot = slot_of(profile, number)
        placed.append(Placed(slot, profile.slot_text(profile.slot_index(slot) or 0), label))
    return placed
