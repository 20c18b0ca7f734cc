"""What a profile file says that cannot be so, though each part of it is well formed."""

from collections.abc import Iterator

from vocator.core.radio.register import verbs_of
from vocator.files.profile_schema import ProfileFile, SettingFile
from vocator.files.screen_schema import FiguresFile, LabelFile, PageFile, PickerFile

Path = tuple[str | int, ...]
LOWEST_HZ = 100_000
IN_HERTZ = ("step", "offset")
AUTO = ("step", "auto")
"""The step of the band in use."""
SIDE = ("none", "tone", "code", "other")
MEANINGS = {
    "shift": ("none", "minus", "plus", "other"),
    "tone_use": ("none", "send", "send_and_open", "open_reversed", "code", "send_code", "other"),
    "send_use": SIDE,
    "open_use": SIDE,
}
"""What values of a meaning may stand for; ``other``: what no channel needs."""


def unsound(given: ProfileFile) -> Iterator[tuple[Path, str]]:
    """Yield each part that cannot be so: where it stands, and what to write."""
    yield from _frequencies(given)
    yield from _counts(given)
    for name, screen in given.screens.items():
        if isinstance(screen, LabelFile) and given.labels is None:
            yield ("screens", name), "names are written here: say with labels how long they are and of which characters"
        if isinstance(screen, FiguresFile) and screen.of != "frequency" and _led_to(given, f"open {name}", AT_REST):
            yield ("screens", name, "of"), "it is opened at rest, where no value is open: of: frequency"
        if isinstance(screen, FiguresFile) and screen.of == "frequency" and _led_to(given, f"onto {name}", EDITED):
            yield (
                ("screens", name, "of"),
                "a frequency does not wait in a dialogue: it is set at rest, before the dialogue begins",
            )
        if isinstance(screen, PageFile) and screen.text and not screen.text.strip():
            yield ("screens", name, "text"), "blanks cannot be seen: write what stands there, or leave it out"
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


AT_REST = ("rest", "layer", "page")
EDITED = ("picker", "label", "figures", "value", "question")


def _led_to(given: ProfileFile, verb: str, kinds: tuple[str, ...]) -> bool:
    """Whether some press on a screen of these kinds does a verb."""
    return any(
        one == verb for s in given.screens.values() if s.kind in kinds for does in s.bind.values() for one in verbs_of(does)
    )


def _counts(given: ProfileFile) -> Iterator[tuple[Path, str]]:
    """Yield what is given for each region, band or row, and not for all of them."""
    for region in ("r1", "r2"):
        if region not in given.transmit_hz:
            yield ("transmit_hz",), f"region {region} is missing; where it does not differ write the same ranges"
    bands, names = [b.name for b in given.bands], given.units.names
    for name, setting in given.settings.items():
        if isinstance(setting.new, list) and len(setting.new) != len(bands):
            yield (
                ("settings", name, "new"),
                f"{len(bands)} values are wanted, one for each of {', '.join(bands)}; found {len(setting.new)}",
            )
        yield from _values(name, setting)
    groups = len(given.slots.banks) or given.slots.groups
    if groups and (given.slots.count < groups or given.slots.count % groups):
        yield (
            ("slots", "count"),
            f"{given.slots.count} slots do not go evenly into {groups} banks or groups; write how many there are in all",
        )
    if given.units.bands and len(given.units.bands) != len(names):
        yield (
            ("units", "bands"),
            f"{len(names)} bands are wanted, one for each of {', '.join(names)}; found {len(given.units.bands)}",
        )


def _values(name: str, setting: SettingFile) -> Iterator[tuple[Path, str]]:
    """Yield what values cannot stand for, by what the setting means."""
    allowed = MEANINGS.get(setting.means)
    for text, meaning in (setting.values or {}).items():
        if setting.means in IN_HERTZ and not (meaning.isdecimal() and int(meaning) > 0) and (setting.means, meaning) != AUTO:
            yield (
                ("settings", name, "values", text),
                f"{meaning!r}: a {setting.means} is told in hertz, a whole number above 0",
            )
        if allowed is not None and meaning not in allowed:
            yield ("settings", name, "values", text), f"{meaning!r} is no {setting.means}; allowed: {', '.join(allowed)}"


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
