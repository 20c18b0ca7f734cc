"""A profile's data written as the YAML of a profile file."""

from io import StringIO
from typing import Any

from ruamel.yaml import YAML


class _Writer(YAML):
    """Writes mappings in their own order."""

    sort_base_mapping_type_on_output: Any


def profile_yaml(data: dict[str, Any]) -> str:
    """Return the YAML of a profile's data, its parts in their order; what is read back is the same data."""
    writer = _Writer(typ="safe", pure=True)
    writer.allow_unicode, writer.default_flow_style, writer.width = True, None, 100_000
    writer.sort_base_mapping_type_on_output = False
    into = StringIO()
    writer.dump(data, into)
    return into.getvalue()
