"""What a profile file says that cannot be so, though each part of it is well formed."""

from collections.abc import Iterator

from vocator.files.profile_schema import ProfileFile
from vocator.files.screen_schema import PickerFile

Path = tuple[str | int, ...]
LOWEST_HZ = 100_000


def unsound(given: ProfileFile) -> Iterator[tuple[Path, str]]:
    """Yield each part that cannot be so: where it stands, and what to write."""
    yield from _frequencies(given)
    for name, screen in given.screens.items():
        if not isinstance(screen, PickerFile):
            continue
        if screen.occupied == "ask" and not screen.asks:
            yield ("screens", name, "occupied"), "it asks before it overwrites: name the question with asks"
        if screen.digits and screen.digits != given.slots.digits:
            said = f"slots are written with {given.slots.digits} digits"
            yield ("screens", name, "digits"), f"{screen.digits} digits are typed here, and {said}: make them alike"
    drawn = [key for row in given.panel.rows for key in row]
    for key in drawn:
        if key and key not in given.keys and key not in given.dials and key not in given.touches:
            yield ("panel", "rows"), f"{key!r} is drawn and is no key of this radio; its keys: {', '.join(given.keys)}"


def _frequencies(given: ProfileFile) -> Iterator[tuple[Path, str]]:
    spans: list[tuple[Path, tuple[int, int]]] = [(("receive_hz", n), span) for n, span in enumerate(given.receive_hz)]
    spans += [(("transmit_hz", region, n), span) for region, found in given.transmit_hz.items() for n, span in enumerate(found)]
    for path, (low, high) in spans:
        if high < LOWEST_HZ:
            yield path, f"{low} to {high} Hz: these look like megahertz; write hertz, {low * 1_000_000} and {high * 1_000_000}"
    units = len(given.units.names)
    for n, band in enumerate(given.bands):
        if len(band.new_hz) != units:
            yield ("bands", n, "new_hz"), f"{units} frequencies are wanted, one for each row or side; found {len(band.new_hz)}"
        elif any(not band.low_hz <= hz <= band.high_hz for hz in band.new_hz):
            yield ("bands", n, "new_hz"), f"a new frequency lies outside the band, {band.low_hz} to {band.high_hz} Hz"
