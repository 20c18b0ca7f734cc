"""Profiles of a field kit: compiled, with their digests; nothing is parsed."""

import hashlib
import json
from functools import cache
from pathlib import Path
from typing import Any

from vocator.core.radio.compiled import from_compiled
from vocator.core.radio.profile import Profile
from vocator.field import carried

COMPILED = Path(__file__).parent.parent / "compiled.json"


@cache
def _all() -> dict[str, Any]:
    found: dict[str, Any] = json.loads(COMPILED.read_text(encoding="utf-8"))
    return found


def model_names() -> list[str]:
    """Return the models of the kit, in alphabetical order."""
    return sorted(_all()["profiles"])


def load_profile(model: str, firmware: str | None = None, region: str = "r2") -> Profile:
    """Return a profile for one firmware (None: the first) and region; raises KeyError for what is not there, ValueError for one that is broken."""
    of_model = carried.profile(model) or _all()["profiles"].get(model)
    if of_model is None:
        raise KeyError(f"model {model!r}; allowed: {', '.join([*model_names(), *carried.models()])}")
    name = firmware or of_model["first"]
    key = f"{name}/{region}"
    if key not in of_model["texts"]:
        raise KeyError(f"firmware {name!r} or region {region!r}; allowed: {', '.join(of_model['texts'])}")
    text, digest = of_model["texts"][key]
    if hashlib.sha256(text.encode()).hexdigest()[:16] != digest:
        raise ValueError(f"the profile of {model} is broken: take the kit anew")
    return from_compiled(text)


def build(located: Any, firmware: str | None, region: str) -> Profile:
    """Raise KeyError: a kit builds no profile."""
    raise KeyError("a profile of one's own; allowed: those of the kit")
