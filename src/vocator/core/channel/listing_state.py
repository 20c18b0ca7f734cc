"""What is known of a listing line while it is read."""

from abc import ABC, abstractmethod
from collections.abc import Callable

from vocator.core.channel.band_plan import BandPlan
from vocator.core.channel.listing_layout import Layout
from vocator.core.channel.listing_pieces import Amount, Piece, pieces_of, plain_line
from vocator.core.channel.listing_reading import Reading
from vocator.core.refusal import Refusal


class LineState(ABC):
    """The pieces of one line in order, and what they have said so far; what hangs on the whole line waits in ``later``."""

    def __init__(self, line: str, plan: BandPlan, frequency_at: int | None = None) -> None:
        self.plan, self.frequency_at = plan, frequency_at
        text = plain_line(line)
        layout = Layout(text, pieces_of(text), plan)
        self.layout, self.pieces, self.figures, self.torn = layout, layout.pieces, layout.figures, layout.torn
        self.reading = Reading(line)
        self.later: list[Callable[[], None]] = []
        self.words: list[str] = []
        self.unclear: list[str] = []
        self.named: list[str] = []
        self.without: set[str] = set()
        self.at = 0
        self.role = ""

    def _set(self, name: str, value: object, found: str) -> None:
        if getattr(self.reading, name) not in (None, False, value):
            raise Refusal(found, name.replace("_", " "), "one of the two", "Leave one of the two out.")
        setattr(self.reading, name, value)

    def _next(self) -> Piece | None:
        return self.pieces[self.at + 1] if self.at + 1 < len(self.pieces) else None

    @abstractmethod
    def _number(self, piece: Piece) -> None:
        """Take a number of which nothing says what it is."""

    @abstractmethod
    def _frequency(self, amount: Amount, role: str) -> None:
        """Take a frequency; ``role`` is ``in``, ``out`` or empty where the line does not say it."""
