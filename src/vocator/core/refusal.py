"""A refusal: what was found, where, what is allowed and what to do about it."""

from dataclasses import dataclass


@dataclass(eq=False)
class Refusal(Exception):
    """Input that cannot be taken, in four parts that word the remedy."""

    found: str
    where: str
    allowed: str
    do: str

    def __str__(self) -> str:
        return f"{self.where}: found {self.found}; allowed: {self.allowed}. {self.do}"

    def as_dict(self) -> dict[str, str]:
        """Return the four parts as the command line and the API speak them."""
        return {"found": self.found, "where": self.where, "allowed": self.allowed, "do": self.do}
