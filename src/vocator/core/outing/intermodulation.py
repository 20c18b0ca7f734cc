"""Third-order products: 2A - B and A + B - C of what is sent at one site."""

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import combinations, permutations


@dataclass(frozen=True, slots=True)
class Product:
    """A product that lands on something received: the frequencies it is made of, where it falls, what it hits; hertz."""

    sent_hz: tuple[int, ...]
    product_hz: int
    hit_hz: int

    @property
    def words(self) -> str:
        """Return the sum as it is worked."""
        mhz = [f"{hz / 1e6:.3f}" for hz in self.sent_hz]
        return f"2 x {mhz[0]} - {mhz[1]}" if len(mhz) == 2 else f"{mhz[0]} + {mhz[1]} - {mhz[2]}"


def products(sent_hz: Iterable[int], received_hz: Iterable[int], width_hz: int = 7_500) -> list[Product]:
    """Return each third-order product within ``width_hz`` of something received, the nearest first.

    A frequency that is itself sent does not count as hit: it is silent for its own sender.
    """
    sent = sorted(set(sent_hz))
    heard = sorted(set(received_hz) - set(sent))
    made: list[tuple[tuple[int, ...], int]] = [((a, b), 2 * a - b) for a, b in permutations(sent, 2)]
    made += [((*sorted((a, b)), c), a + b - c) for a, b in combinations(sent, 2) for c in sent if c not in (a, b)]
    found = [Product(of, at, hit) for of, at in made for hit in heard if abs(at - hit) <= width_hz]
    return sorted(found, key=lambda p: (abs(p.product_hz - p.hit_hz), len(p.sent_hz), p.sent_hz))
