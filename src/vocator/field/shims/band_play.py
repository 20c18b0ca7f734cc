"""The simulated band, which a field kit leaves at home."""

from typing import Any


def _none(*args: Any) -> Any:
    raise KeyError("the simulated band is not part of a field kit")


air_view = listening = sent_on_band = tuned_to = _none
