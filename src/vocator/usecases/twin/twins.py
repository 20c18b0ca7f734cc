"""Twins ready to run, one per model, firmware and region; of profiles that ship and of one's own."""

from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from functools import cache, lru_cache
from pathlib import Path

from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal
from vocator.files.profile_readings import Reading, read_kept, readings
from vocator.files.profile_yaml import build, load_profile, model_names
from vocator.usecases.errors import NotFound

MOST_OWN = 64
_own: dict[str, str] = {}
_reader: list[Callable[[str], str | None]] = []


def read_own_with(reader: Callable[[str], str | None]) -> None:
    """Say where profiles of one's own are read from; on the command line there are none."""
    _reader[:] = [reader]


@contextmanager
def known_meanwhile(profiles: Mapping[str, str]) -> Iterator[None]:
    """Let profiles of one's own (YAML by model) be found that no store gives out yet."""
    before = dict(_own)
    _own.update(profiles)
    try:
        yield
    finally:
        for model in profiles:
            if model in before:
                _own[model] = before[model]
            else:
                _own.pop(model, None)


def read_profile(path: str) -> str:
    """Return the text of a profile file; raises Refusal for a file that cannot be read."""
    try:
        return Path(path).read_text(encoding="utf-8-sig")
    except (OSError, UnicodeDecodeError) as error:
        raise Refusal(
            f"{path} cannot be read: {error}", "profile", "a YAML file in UTF-8", "Give the path of the file."
        ) from None


def take_file(path: str) -> str:
    """Read a profile that has not been taken in; returns the name under which ``twin_of`` finds it.  Raises Refusal for a file that cannot be read."""
    name = f"profile {path}"
    _own[name] = read_profile(path)
    return name


def twin_of(model: str, firmware: str | None = None, region: str = "r2") -> Twin:
    """Return the twin of a model; raises NotFound for a model, firmware or region that does not exist."""
    text = own_text(model)
    try:
        return _shipped(model, firmware, region) if text is None else _built(text, firmware, region)
    except KeyError as error:
        what, _, allowed = str(error.args[0]).partition("; allowed: ")
        raise NotFound(what, allowed or ", ".join(model_names())) from error


def own_text(model: str) -> str | None:
    """Return the YAML of a profile of one's own as the store has it now; None for one that ships or is not known."""
    if model in model_names():
        return None
    found = _reader[0](model) if _reader and model not in _own else None
    return found if found is not None else _own.get(model)


def readings_of(model: str, firmware: str | None = None, region: str = "r2") -> list[tuple[Reading, Twin]]:
    """Return the other readings of what a profile does not know, with a twin each; none for most."""
    text = own_text(model)
    return _readings(text, firmware, region) if text is not None else []


@lru_cache(maxsize=MOST_OWN)
def _readings(text: str, firmware: str | None, region: str) -> list[tuple[Reading, Twin]]:
    return [(r, Twin(r.profile)) for r in readings(read_kept(text, "profile.yaml"), firmware, region)]


@cache
def _shipped(model: str, firmware: str | None, region: str) -> Twin:
    return Twin(load_profile(model, firmware, region))


def forget_shipped() -> None:
    """Forget the twins of profiles that come with the program, where others are carried from now on."""
    _shipped.cache_clear()


@lru_cache(maxsize=MOST_OWN)
def _built(text: str, firmware: str | None, region: str) -> Twin:
    return Twin(build(read_kept(text, "profile.yaml"), firmware, region))
