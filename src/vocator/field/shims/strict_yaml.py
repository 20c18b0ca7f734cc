"""A field kit reads no YAML."""

from typing import Any

from vocator.files.data_problems import DataFileError, Problem


def read_yaml(text: str, file: str) -> Any:
    """Raise DataFileError: a kit reads no YAML."""
    raise DataFileError([Problem(file, 1, "", "a field kit takes no profiles of one's own")])
