"""A profile compiled to JSON is the same profile, and its digest tells it from any other."""

import json

import pytest

from vocator.core.radio.compiled import compiled, digest_of, from_compiled
from vocator.files.profile_yaml import load_profile, model_names


@pytest.mark.parametrize("model", model_names())
def test_every_radio_and_firmware_comes_back_as_it_was(model):
    seen = set()
    for firmware in load_profile(model).firmwares:
        for region in ("r1", "r2"):
            profile = load_profile(model, firmware.name, region)
            again = from_compiled(compiled(profile))
            assert (again, again.panel, again.words) == (profile, profile.panel, profile.words)
            assert digest_of(again) == digest_of(profile)
            seen.add((digest_of(profile), profile.firmware, profile.region))
    assert len({digest for digest, *_ in seen}) == len(seen), "a firmware or region is part of what the digest tells"


def test_one_value_changed_is_another_digest():
    profile = load_profile("ardvane-finch")
    given = json.loads(compiled(profile))
    given["screens"][3]["quiet_ms"] = 1
    assert digest_of(from_compiled(json.dumps(given))) != digest_of(profile)
