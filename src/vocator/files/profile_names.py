"""Names in a profile that lead nowhere: verbs where they mean nothing, screens, settings, values and facts that are none."""

from collections.abc import Callable, Iterable

from vocator.core.channel.channel import FM, ToneMode, Width
from vocator.core.radio.domain import Domain
from vocator.core.radio.profile import Means
from vocator.core.radio.register import BEEPS, PARTS, REGISTER, Takes
from vocator.files.profile_parts import bank_names
from vocator.files.profile_schema import ProfileFile, SettingFile

DomainOf = Callable[[tuple[str | int, ...], SettingFile], Domain | None]


class Names:
    """What the names of one profile stand for."""

    def __init__(self, given: ProfileFile, domain_of: DomainOf) -> None:
        self.given, self._domain = given, domain_of

    def misused(self, screen: str, verb: str, arg: str) -> str:
        """Return what is wrong with a verb on a screen, by the register; an empty text for nothing."""
        use, kind = REGISTER[verb], self.given.screens[screen].kind
        if kind not in use.on:
            return f"{verb} means nothing on a screen of kind {kind}; it stands on: {', '.join(sorted(use.on))}"
        if use.takes is Takes.SCREEN:
            if arg not in self.given.screens:
                return f"no screen {arg!r}"
            led = self.given.screens[arg].kind
            return (
                ""
                if led in use.leads_to
                else f"{verb} does not lead to {arg}, of kind {led}; allowed: {', '.join(sorted(use.leads_to))}"
            )
        allowed: dict[Takes, Iterable[str]] = {
            Takes.BANK: bank_names(self.given.slots), Takes.WHAT: ("vfo", "all"),
            Takes.NOTHING: ("",), Takes.UNIT: self.given.units.names, Takes.PART: PARTS, Takes.FREE_KEY: self.given.free_keys, Takes.BEEP: BEEPS,
        }  # fmt: skip
        if use.takes in allowed:
            words = sorted(x for x in allowed[use.takes] if x) or ["nothing"]
            return "" if arg in allowed[use.takes] else f"{verb} takes {use.takes}, not {arg!r}; allowed: {', '.join(words)}"
        return self._of_setting(use.takes, verb, arg)

    def _of_setting(self, takes: Takes, verb: str, arg: str) -> str:
        name, _, text = arg.partition("=") if takes is Takes.VALUE else (arg, "", "")
        if not arg and takes is Takes.SETTING_OR_MARKED:
            return ""
        if name not in self.given.settings:
            return f"no setting {name!r}"
        given = self.given.settings[name]
        if takes is Takes.STORED_SETTING and not given.stored:
            return f"{verb} takes {takes}; {name} is not stored"
        if takes is Takes.INNER_SETTING and not given.inner:
            return f"{verb} takes {takes}; {name} has none"
        if takes is Takes.VALUE:
            domain = self._domain(("settings", name), given)
            if domain is not None and domain.find_text(text) is None:
                return f"{name} has no value {text!r}"
        return ""

    def icon_wrong(self, fact: str, value: str) -> str:
        """Return what is wrong with the fact that lights an icon; an empty text for nothing."""
        allowed = _allowed_facts().get(fact)
        if allowed is not None:
            return "" if value in allowed else f"{value!r} is no {fact}; allowed: {', '.join(allowed)}"
        if fact == "mode":
            modes = self._modes()
            return "" if value in modes else f"{value!r} is no mode of this radio; allowed: {', '.join(modes)}"
        name, _, text = value.partition("=")
        means = {"power": "power", "use": "tone_use"}.get(fact)
        if means is not None:
            name, text = next((n for n, x in self.given.settings.items() if x.means == means), ""), value
        elif fact != "setting":
            return ""
        if name not in self.given.settings:
            return "no such setting"
        domain = self._domain(("settings", name), self.given.settings[name])
        return "" if domain is None or domain.find_text(text) is not None else f"{name} has no value {text!r}"

    def _modes(self) -> list[str]:
        """Return the modes that a channel can have: FM, and what the settings of mode or width stand for beside it."""
        found = [FM]
        for name, x in self.given.settings.items():
            domain = self._domain(("settings", name), x) if x.means in (Means.MODE, Means.WIDTH) else None
            found += [m for i in range(domain.count if domain else 0) if domain and (m := domain.meaning(i)) not in (*Width, FM)]
        return list(dict.fromkeys(found))


def _allowed_facts() -> dict[str, tuple[str, ...]]:
    signals = ("tone", "code")
    return {
        "shift": ("minus", "plus", "none"), "split": ("any", "above", "below", "equal"), "tone_use": tuple(map(str, ToneMode)),
        "signalling": (*signals, "none"), "sent": signals, "opened": signals, "width": tuple(map(str, Width)),
    }  # fmt: skip
