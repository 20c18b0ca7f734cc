"""What is wrong in a data file, of whatever kind: file, line and path of every problem."""

from dataclasses import dataclass


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

    def __reduce__(self) -> tuple[type["DataFileError"], tuple[list[Problem]]]:
        return DataFileError, (self.problems,)
