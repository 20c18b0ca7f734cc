"""Values that are not known: symbols, what is still allowed of each, forking by an answer, merging.

A symbol stands for what an entry of the start holds.  It may be copied freely; only what asks something of
it (``==``, ``<``, truth, arithmetic, an index) looks at the box in force, which holds the values still
allowed.  Where all of them answer alike that is the answer; else ``Fork`` is raised with the parts of the
domain that do, and ``explore`` runs the step again for each part.
"""

from collections.abc import Callable, Iterable, Iterator
from operator import add, floordiv, ge, gt, index, le, lt, mod, mul, sub
from typing import Any, TypeVar

T = TypeVar("T")
Allowed = frozenset[Any]


class Fork(BaseException):
    """Something was asked that the values still allowed answer differently."""

    def __init__(self, symbol: "Symbol", parts: list[Allowed]) -> None:
        self.symbol, self.parts = symbol, parts


class Overrun(Exception):
    """More answers were followed apart than a caller allows."""


class Box(dict[int, Allowed]):
    """The values still allowed of each symbol by its number; one that is absent may be anything.  ``h`` is a hash of all."""

    __slots__ = ("h",)

    def __init__(self, given: dict[int, Allowed] | None = None, h: int | None = None) -> None:
        super().__init__(given or {})
        self.h = h if h is not None else _hash_of(self.items())

    def with_part(self, k: int, part: Allowed) -> "Box":
        """Return the box with one symbol narrowed down."""
        made = Box(self, self.rest(k) ^ hash((k, part)))
        made[k] = part
        return made

    def without(self, k: int) -> "Box":
        """Return the box with one symbol free again."""
        made = Box(self, self.rest(k))
        made.pop(k, None)
        return made

    def rest(self, k: int) -> int:
        """Return the hash of all but one symbol."""
        old = self.get(k)
        return self.h ^ (hash((k, old)) if old is not None else 0)


def _hash_of(items: Iterable[tuple[int, Allowed]]) -> int:
    found = 0
    for item in items:
        found ^= hash(item)
    return found


class Ledger:
    """The symbols of one proof, and the box in force while a step runs."""

    def __init__(self) -> None:
        self.box = Box()
        self.base = Box()
        self.symbols: list[Symbol] = []
        self.fresh: set[int] = set()
        self.given: set[int] = set()
        self._pool: dict[str, list[Symbol]] = {}
        self.forks = 0
        self.most_forks: int | None = None

    def symbol(self, name: str, domain: Iterable[Any], new: Any, size: int | None = None) -> Any:
        """Return a new symbol, which stands wherever a value of its domain may; ``size`` is that of the true domain where ``domain`` holds representatives."""
        made = Symbol(self, len(self.symbols), name, tuple(dict.fromkeys(domain)), new, size)
        self.symbols.append(made)
        return made

    def any_of(self, name: str, domain: Iterable[Any], used: Iterable[Any]) -> Any:
        """Return a symbol that no entry of the start stands for and nothing in ``used`` is: for what depends on too much to be followed."""
        taken = {x.number for x in used if isinstance(x, Symbol)}
        pool = self._pool.setdefault(name, [])
        for one in pool:
            if one.number not in self.base and one.number not in taken and one.number not in self.given:
                self.given.add(one.number)
                return one
        values = tuple(domain)
        pool.append(self.symbol(f"any {name}", values, values[0]))
        self.fresh.add(pool[-1].number)
        self.given.add(pool[-1].number)
        return pool[-1]

    def explore(self, box: Box, run: Callable[[], T], key: Callable[[T], Any]) -> list[tuple[Box, T, Any]]:
        """Run something under a box, again for each answer wherever it asks for what is not known, and merge what comes out alike.

        Raises Overrun beyond ``most_forks``.
        """
        self.box, self.given = box, set()
        try:
            result = run()
            return [(box, result, key(result))]
        except Fork as fork:
            symbol, parts = fork.symbol, fork.parts
        self.forks += len(parts) - 1
        if self.most_forks is not None and self.forks > self.most_forks:
            raise Overrun
        found: list[tuple[Box, T, Any]] = []
        for part in parts:
            found += self.explore(box.with_part(symbol.number, part), run, key)
        return self._merged(found, symbol.number)

    def _merged(self, found: list[tuple[Box, T, Any]], k: int) -> list[tuple[Box, T, Any]]:
        if len(found) < 2:
            return found
        groups: dict[Any, list[tuple[Box, T, Any]]] = {}
        for one in found:
            groups.setdefault((one[2], one[0].rest(k)), []).append(one)
        if len(groups) == len(found):
            return found
        return [(self.united([m[0] for m in same], k), *same[0][1:]) if len(same) > 1 else same[0] for same in groups.values()]

    def united(self, boxes: list[Box], k: int) -> Box:
        """Return the first of boxes that differ in one symbol, with what any of them allows of it."""
        full = self.symbols[k].full
        union = frozenset[Any]().union(*(b.get(k, full) for b in boxes))
        return boxes[0].without(k) if union == full else boxes[0].with_part(k, union)


class Unknown:
    """A symbol, or a function of one."""

    __slots__ = ()

    def _base(self) -> "tuple[Symbol, Callable[[Any], Any] | None]":
        raise NotImplementedError

    def ask(self, question: Callable[[Any], T]) -> T:
        """Return the answer that all values still allowed give; raises Fork where they differ."""
        base, table = self._base()
        allowed = base.ledger.box.get(base.number, base.full)
        if len(allowed) == 1:
            (value,) = allowed
            return question(table(value) if table else value)
        groups: dict[Any, list[Any]] = {}
        for value in allowed:
            groups.setdefault(question(table(value) if table else value), []).append(value)
        if len(groups) == 1:
            return next(iter(groups))  # type: ignore[no-any-return]
        raise Fork(base, [frozenset(g) for g in groups.values()])

    def known(self) -> Any:
        """Return the value itself; forks into all that are allowed."""
        return self.ask(_same)

    def map(self, function: Callable[[Any], Any]) -> "Derived":
        """Return what a function makes of the value, without asking."""
        base, table = self._base()
        return Derived(base, function if table is None else lambda v: function(table(v)))

    def __eq__(self, other: object) -> bool:
        if other is self:
            return True
        wanted = other.known() if isinstance(other, Unknown) else other
        return self.ask(lambda x: bool(x == wanted))

    def __ne__(self, other: object) -> bool:
        return not self == other

    def __hash__(self) -> int:
        return hash(self.known())

    def __bool__(self) -> bool:
        return self.ask(bool)

    def __index__(self) -> int:
        return index(self.known())

    def __int__(self) -> int:
        return int(self.known())

    def __str__(self) -> str:
        return str(self.known())

    def __format__(self, spec: str) -> str:
        return format(self.known(), spec)

    def __len__(self) -> int:
        return self.ask(len)

    def __iter__(self) -> Iterator[Any]:
        return iter(self.known())

    def __getitem__(self, at: Any) -> Any:
        return self.known()[at]

    def __contains__(self, x: object) -> bool:
        return x in self.known()

    def __getattr__(self, name: str) -> Any:
        if name.startswith("__"):
            raise AttributeError(name)
        return getattr(self.known(), name)

    def __neg__(self) -> Any:
        return -self.known()

    def __abs__(self) -> Any:
        return abs(self.known())

    def __divmod__(self, other: Any) -> Any:
        return divmod(self.known(), other)


def _same(x: Any) -> Any:
    return x


def _value(x: Any) -> Any:
    return x.known() if isinstance(x, Unknown) else x


def _give_operators() -> None:
    """Let symbols be reckoned with, and compared by order, asking no more than the answer."""
    for name, reckon in (("add", add), ("sub", sub), ("mul", mul), ("floordiv", floordiv), ("mod", mod)):
        setattr(Unknown, f"__{name}__", lambda self, other, f=reckon: f(self.known(), _value(other)))
        setattr(Unknown, f"__r{name}__", lambda self, other, f=reckon: f(other, self.known()))
    for name, compare in (("lt", lt), ("le", le), ("gt", gt), ("ge", ge)):
        setattr(Unknown, f"__{name}__", lambda self, other, f=compare: _ordered(self, other, f))


def _ordered(one: Unknown, other: Any, compare: Callable[[Any, Any], bool]) -> bool:
    wanted = _value(other)
    return one.ask(lambda x: compare(x, wanted))


_give_operators()


class Symbol(Unknown):
    """What an entry of the start holds: ``domain`` in order, ``new`` when new."""

    __slots__ = ("domain", "full", "ledger", "name", "new", "number", "size")

    def __init__(self, ledger: Ledger, number: int, name: str, domain: tuple[Any, ...], new: Any, size: int | None) -> None:
        self.ledger, self.number, self.name, self.domain, self.new = ledger, number, name, domain, new
        self.full = frozenset(domain)
        self.size = size or len(self.full)

    def _base(self) -> "tuple[Symbol, Callable[[Any], Any] | None]":
        return self, None

    __hash__ = Unknown.__hash__

    def __repr__(self) -> str:
        return f"<{self.name}>"


class Derived(Unknown):
    """A function of a symbol."""

    __slots__ = ("base", "table")

    def __init__(self, base: Symbol, table: Callable[[Any], Any]) -> None:
        self.base, self.table = base, table

    def _base(self) -> "tuple[Symbol, Callable[[Any], Any] | None]":
        return self.base, self.table

    __hash__ = Unknown.__hash__


def key_of(x: Any) -> Any:
    """Return a hashable key of a nested value in which symbols stand for themselves."""
    if isinstance(x, Symbol):
        return ("$", x.number)
    if isinstance(x, Derived):
        return ("$d", x.base.number, x.table)
    if isinstance(x, tuple):
        return tuple(map(key_of, tuple.__iter__(x)))
    return x


def none_or(x: Any) -> Any:
    """Return None where it is certain, else the symbol: it is asked at the first look whether it is None."""
    if isinstance(x, Unknown):
        return None if x.ask(lambda v: v is None) else x
    return x
