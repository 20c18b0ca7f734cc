"""What is said of data files in a field kit, which reads none as YAML."""

from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True, slots=True)
class Problem:
    """One thing wrong in a data file."""

    file: str
    line: int
    path: str
    text: str

    def __str__(self) -> str:
        return f"{self.file}:{self.line}: {self.path or 'document'}: {self.text}"


class DataFileError(Exception):
    """A data file that cannot be used; holds every problem found in it."""

    def __init__(self, problems: list[Problem]) -> None:
        self.problems = problems
        super().__init__("\n".join(str(p) for p in problems))


def read_yaml(text: str, file: str) -> Any:
    """Raise DataFileError: a kit reads no YAML."""
    raise DataFileError([Problem(file, 1, "", "a field kit takes no profiles of one's own")])
