"""What a use case may refuse, beside the core's own refusals."""

from dataclasses import dataclass
from typing import Any


@dataclass(eq=False)
class Doubtful(Exception):
    """A line that needs an answer first; holds the resolution with its doubts."""

    resolution: dict[str, Any]

    def __str__(self) -> str:
        asked = "; ".join(f"{d['question']} ({', '.join(d['choices'])})" for d in self.resolution["doubts"])
        return f"to be decided first: {asked}"


@dataclass(eq=False)
class NotFound(Exception):
    """A thing that was asked for by name or number and does not exist."""

    what: str
    allowed: str

    def __str__(self) -> str:
        return f"{self.what} does not exist; allowed: {self.allowed}"


@dataclass(eq=False)
class Unproven(Exception):
    """A sheet that the prover refuted; it is not shown."""

    start: str
    step: int
    seen: str

    def __str__(self) -> str:
        return f"the sheet is not shown, it was refuted from the start '{self.start}' at step {self.step + 1}: {self.seen}"


@dataclass(eq=False)
class Clash(Exception):
    """A change made from a version that is not the newest any more."""

    what: str
    do: str

    def __str__(self) -> str:
        return f"{self.what} was changed by somebody else meanwhile. {self.do}"


@dataclass(eq=False)
class NotSignedIn(Exception):
    """A request over the network from somebody who is neither the lead nor a volunteer with a link that works."""

    def __str__(self) -> str:
        return "sign in with the lead's passphrase, or open the link that the lead gave you"


@dataclass(eq=False)
class NotYours(Exception):
    """A request of a volunteer for what is not theirs, or of a page that is not ours."""

    what: str

    def __str__(self) -> str:
        return self.what


@dataclass(eq=False)
class NotReached(Exception):
    """A service that gave no usable answer; what is kept here stays as it is."""

    what: str
    why: str

    def __str__(self) -> str:
        return f"{self.what}: {self.why}. What is kept here stays; try again later, or take a file."


@dataclass(frozen=True, slots=True)
class Held:
    """A slot that would be written and is known to hold something else: the frequency (Hz) and label where these are known."""

    slot: str
    slot_text: str
    rx_hz: int | None = None
    label: str | None = None
    row: int | None = None


@dataclass(eq=False)
class SlotsInUse(Exception):
    """Slots to be written that are known to hold something else; asked before it is lost."""

    held: tuple[Held, ...]
    next_free: tuple[str, ...]

    def __str__(self) -> str:
        many = "" if len(self.held) == 1 else "s"
        return f"slot{many} {', '.join(h.slot_text for h in self.held)} in use: say that what they hold may be replaced, or take others"
