"""What a listing line was understood as: a channel, the reason of each value, notes and open questions."""

from dataclasses import dataclass, field
from typing import Any

from vocator.core.channel.channel import Channel


@dataclass(frozen=True, slots=True)
class Note:
    """Something worth knowing that stops nothing."""

    field: str
    text: str


@dataclass(frozen=True, slots=True)
class Doubt:
    """What cannot be decided without asking.  Each choice can be added to the line."""

    field: str
    question: str
    choices: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Meaning:
    """One of several channels that a line may mean, the words that would say so in the line, and in what it differs."""

    channel: Channel
    choice: str
    differs: str

    def as_dict(self) -> dict[str, Any]:
        """Return the flat form of the channel with what it differs in."""
        channel = self.channel.as_dict()
        channel.pop("power")
        return {**channel, "differs": self.differs, "choice": self.choice}


LEVELS = {"LOW": "low", "HIGH": "high"}


@dataclass(slots=True)
class Resolution:
    """A channel with the reason of each value, notes and open questions; ``readings`` where the line may mean several channels."""

    channel: Channel
    receive_only: bool
    power_word: str | None
    reasons: dict[str, str] = field(default_factory=dict)
    notes: list[Note] = field(default_factory=list)
    doubts: list[Doubt] = field(default_factory=list)
    burst: bool = False
    readings: list[Meaning] = field(default_factory=list)
    memory: str | None = None
    """The slot that the line names."""

    def as_dict(self) -> dict[str, Any]:
        """Return the form that the command line and the API speak."""
        channel = self.channel.as_dict()
        channel.pop("power")
        return {
            "channel": channel,
            "receive_only": self.receive_only,
            "reasons": self.reasons,
            "notes": [{"field": n.field, "text": n.text} for n in self.notes],
            "doubts": [{"field": d.field, "question": d.question, "choices": list(d.choices)} for d in self.doubts],
            "readings": [r.as_dict() for r in self.readings],
            "power": LEVELS.get(self.power_word or ""),
        }
