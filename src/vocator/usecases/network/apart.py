"""What plans and proves, in processes of its own, so that ticks and keys never wait behind it.

A server starts them (``work_apart``); the command line, the jobs' workers and the tests work in their own
process.  What is given and returned is plain data; a radio's own profile goes along as text, so a process
that works apart asks nobody.
"""

import os
import signal
import time
from collections.abc import Callable, Mapping, Sequence
from concurrent.futures import ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from importlib import import_module
from multiprocessing import get_context, parent_process
from threading import Lock, Thread
from typing import Any, TypeVar

from vocator.usecases.twin.twins import known_meanwhile, own_text

T = TypeVar("T")
BEHIND = 5
"""How far long work stands behind what somebody waits for, in steps of ``nice``."""
LOOK_S = 1.0
PATIENCE_S = 10.0
"""How often a process looks for the one that started it, and how long it then has to end in good order."""
_pools: list[ProcessPoolExecutor] = []
_count: list[int] = []
_making = Lock()


def end_with_parent(parent: int = 0) -> None:
    """Let this process end when the one that started it (``parent``; found by itself where Python started it) does, however that ends."""
    begun_by = parent_process()
    parent = parent or (begun_by.pid if begun_by is not None and begun_by.pid else os.getppid())

    def watch() -> None:
        while os.getppid() == parent:
            time.sleep(LOOK_S)
        os.kill(os.getpid(), signal.SIGTERM)
        time.sleep(PATIENCE_S)
        os._exit(1)

    Thread(target=watch, daemon=True).start()


def _begin() -> None:
    end_with_parent()
    os.nice(BEHIND)
    import_module("vocator.usecases.programming.sheet_work")  # what it imports is there before the first work comes
    signal.signal(signal.SIGINT, signal.SIG_IGN)  # Ctrl-C reaches the whole group; the server ends them in its turn


def work_apart(processes: int, at_once: bool = True) -> None:
    """Work in so many processes from now on, begun ``at_once`` or with the first work; 0 works in this one again."""
    with _making:
        _count[:] = [processes] if processes else []
        for pool in _pools:
            pool.shutdown(cancel_futures=True)
        _pools.clear()
    if at_once and (begun := _pool()) is not None:
        for _ in range(processes):
            begun.submit(_ready)


def _ready() -> None:
    """Do nothing, so that a process is there before somebody waits for it."""


def _pool() -> ProcessPoolExecutor | None:
    with _making:
        if _count and not _pools:
            _pools.append(ProcessPoolExecutor(_count[0], get_context("spawn"), _begin))
        return _pools[0] if _pools else None


def _with_pool(do: Callable[[ProcessPoolExecutor], T]) -> T | None:
    """Return what ``do`` makes of the processes there are, None where there are none.

    Those of which one is killed meanwhile are replaced, and it is done once more; raises BrokenProcessPool the second time.
    """
    for last in (False, True):
        pool = _pool()
        if pool is None:
            break
        try:
            return do(pool)
        except BrokenProcessPool:
            with _making:
                if pool in _pools:
                    _pools.remove(pool)
            if last:
                raise
    return None


def apart(model: str, work: Callable[..., T], *given: Any) -> T:
    """Return ``work(*given)`` of a radio's model, worked out in another process where there is one; raises what it raises.

    A process that is killed meanwhile is replaced, and the work done once more.
    """

    def ask(pool: ProcessPoolExecutor) -> tuple[T]:
        text = own_text(model)
        return (pool.submit(_work, {model: text} if text is not None else {}, work, given).result(),)

    found = _with_pool(ask)
    return found[0] if found is not None else work(*given)


def spread(work: Callable[..., T], shares: Sequence[tuple[Any, ...]]) -> list[T]:
    """Return ``work(*share)`` of each share, worked out at the same time in the processes there are; raises what it raises.

    A process that is killed meanwhile is replaced, and all is done once more.
    """
    found = _with_pool(lambda pool: [begun.result() for begun in [pool.submit(work, *share) for share in shares]])
    return found if found is not None else [work(*share) for share in shares]


def _work(profiles: Mapping[str, str], work: Callable[..., T], given: tuple[Any, ...]) -> T:
    with known_meanwhile(profiles):
        return work(*given)
