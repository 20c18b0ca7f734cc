"""What a server tells those who watch over it: counts and times for Prometheus."""

import os
import shutil
import time
from functools import cache
from pathlib import Path
from typing import Any

from fastapi import APIRouter, Response
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from vocator.api.store import Store
from vocator.usecases.network.making import jobs_by_state

SECONDS = (0.01, 0.03, 0.1, 0.2, 0.5, 1, 2, 5, 15)
SHARED = "PROMETHEUS_MULTIPROC_DIR"

router = APIRouter()


def share_counts(folder: Path) -> None:
    """Let all processes that this one starts count together, in a folder that begins empty."""
    shutil.rmtree(folder, ignore_errors=True)
    folder.mkdir(parents=True)
    os.environ[SHARED] = str(folder)


@cache
def _meters() -> tuple[Any, Any]:
    # the library decides when it is first imported whether processes count together
    from prometheus_client import Counter, Histogram

    asked = Counter("vocator_requests", "Requests by route and status", ["method", "route", "status"])
    took = Histogram("vocator_request_seconds", "How long they took", ["method", "route"], buckets=SECONDS)
    return asked, took


@router.get("/metrics", include_in_schema=False)
def metrics(store: Store) -> Response:
    """Return the measures in Prometheus' text format."""
    from prometheus_client import CollectorRegistry, generate_latest
    from prometheus_client.core import GaugeMetricFamily
    from prometheus_client.multiprocess import MultiProcessCollector
    from prometheus_client.registry import REGISTRY

    _meters()
    registry = CollectorRegistry()
    jobs = GaugeMetricFamily("vocator_jobs", "Long work in the queue, by state", labels=["state"])
    for state, count in jobs_by_state(store).items():
        jobs.add_metric([state], count)
    registry.register(Told(jobs))
    told = generate_latest(registry)
    if SHARED in os.environ:
        shared = CollectorRegistry()
        MultiProcessCollector(shared)  # type: ignore[no-untyped-call]
        told += generate_latest(shared)
    else:
        told += generate_latest(REGISTRY)
    return Response(told, media_type="text/plain; version=0.0.4")


class Told:
    """A measure that is asked for where it stands, and counted by no process."""

    def __init__(self, measure: Any) -> None:
        self.measure = measure

    def collect(self) -> list[Any]:
        """Return the measure."""
        return [self.measure]


class Measured:
    """Counts requests and how long they took, by the route's pattern: never by what stands in a path."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on and measure it."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        status, begun = 500, time.perf_counter()

        async def noted(message: Message) -> None:
            nonlocal status
            if message["type"] == "http.response.start":
                status = message["status"]
            await send(message)

        try:
            await self.app(scope, receive, noted)
        finally:
            route = getattr(scope.get("route"), "path", "none")
            asked, took = _meters()
            asked.labels(scope["method"], route, status).inc()
            took.labels(scope["method"], route).observe(time.perf_counter() - begun)
