"""What nobody foresaw carries the headers, a reference that stands in the log, and what the user can do."""

import json
import logging
import logging.config
import socket
import sys
import time
from contextlib import contextmanager
from http.client import HTTPConnection
from threading import Event, Thread

import pytest
import uvicorn
from procrastinate.exceptions import ConnectorException
from psycopg.errors import DiskFull
from sqlalchemy.exc import OperationalError

from vocator import VERSION
from vocator.api.app import HEADERS
from vocator.api.patience import Patient
from vocator.api.serve import network_options, sharing_at
from vocator.files.certificate import own_certificate
from vocator.logs import log_config
from vocator.settings import settings
from vocator.usecases.keeping.demo import load_demo
from vocator.usecases.network.access import Sharing

BODY_TO_COME = b"POST /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 9\r\n\r\n{"


@contextmanager
def running(config, listening):
    """Run a server on a socket of its own until the test is done with it."""
    listening.bind(("127.0.0.1", 0))
    listening.listen()
    server = uvicorn.Server(config)
    thread = Thread(target=server.run, kwargs={"sockets": [listening]}, daemon=True)
    thread.start()
    yield
    server.should_exit = server.force_exit = True
    thread.join(30)


def test_an_unforeseen_fault_is_an_answer_with_a_reference(client, monkeypatch, caplog):
    monkeypatch.setattr("vocator.api.keeping.radios.all_radios", lambda store: 1 / 0)
    with caplog.at_level(logging.ERROR, logger="vocator"):
        answer = client.get("/api/radios")
    body = answer.json()
    assert answer.status_code == 500 and body["reference"] in body["detail"]
    assert {k: answer.headers.get(k) for k in HEADERS} == HEADERS
    assert body["reference"] in caplog.text and "ZeroDivisionError" in caplog.text


@pytest.mark.parametrize("text", [r"a\u0000b", r"\ud800"])
def test_a_text_that_the_store_cannot_keep_is_refused(client, text):
    radio = client.post("/api/radios", json={"model": "ardvane-finch"}).json()["id"]
    raw = f'{{"name": "{text}"}}'
    answer = client.patch(f"/api/radios/{radio}", content=raw, headers={"content-type": "application/json"})
    assert answer.status_code == 422, answer.text
    assert client.get("/api/radios").status_code == 200


@pytest.mark.parametrize(
    "path", ["/api/radios/99999999999999999999", "/api/outings/4294967296", "/api/passes/1e9/2026-11-25T00:00:00Z"]
)
def test_numbers_out_of_range_in_a_path_are_no_fault(client, path):
    assert client.get(path).status_code in (404, 422)


def test_a_full_disk_is_told_as_such_and_health_says_what_may_soon_be_in_the_way(client, monkeypatch):
    def full(store):
        raise OperationalError("insert", {}, DiskFull())

    monkeypatch.setattr("vocator.api.keeping.radios.all_radios", full)
    refused = client.get("/api/radios")
    assert refused.status_code == 507 and refused.json()["type"] == "urn:vocator:disk" and "Make room" in refused.json()["detail"]
    health = client.get("/api/health").json()
    assert health["ok"] and health["disk_free_mb"] > 0 and health["version"] == VERSION and health["elements_age_days"] is None


def test_a_queue_that_is_away_is_told_as_the_store_being_away(client, session, monkeypatch):
    load_demo(session)
    outing = client.get("/api/outings").json()[0]["id"]
    assert client.get(f"/api/outings/{outing}/making").status_code == 200

    def away(url):
        raise ConnectorException

    monkeypatch.setattr("vocator.usecases.network.making.queue_for", away)
    refused = client.get(f"/api/outings/{outing}/making")
    assert refused.status_code == 503 and refused.json()["type"] == "urn:vocator:store"


@pytest.mark.parametrize("sent", [b"", b"GET /api/health HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Slow: ", BODY_TO_COME])
def test_who_says_nothing_or_says_it_too_slowly_holds_no_connection(sent, monkeypatch):
    monkeypatch.setattr("vocator.api.patience.HEAD_S", 0.3)
    monkeypatch.setattr("vocator.api.patience.BODY_S", 0.3)

    async def patient(scope, receive, send):
        while (await receive()).get("more_body"):
            pass

    config = uvicorn.Config(patient, http=Patient, log_level="critical", lifespan="off")
    with (
        socket.socket() as listening,
        running(config, listening),
        socket.create_connection(listening.getsockname(), timeout=30) as slow,
    ):
        slow.sendall(sent)
        while slow.recv(4096):
            pass  # whatever is said about it, the connection ends


def test_a_request_that_came_while_the_server_was_busy_is_answered_though_its_connection_was_idle_for_long():
    """Between looking at connections and at clocks the loop reads from the others: what comes then must not be thrown away."""
    busy, asked = Event(), Event()

    class Busy(Patient):
        all = []

        def data_received(self, data):
            if b"/busy" in data:
                for each in self.all:
                    each._wait(0.2)  # as if it had been idle nearly as long as it may
                busy.set()
                asked.wait(30)
                time.sleep(0.4)
            super().data_received(data)
            self.all.append(self)

    async def app(scope, receive, send):
        await send({"type": "http.response.start", "status": 200, "headers": []})
        await send({"type": "http.response.body", "body": b"ok"})

    config = uvicorn.Config(app, http=Busy, log_level="critical", lifespan="off", timeout_keep_alive=60)
    with socket.socket() as listening, running(config, listening):
        idle, other = (HTTPConnection(*listening.getsockname(), timeout=30) for _ in range(2))
        idle.request("GET", "/")
        assert idle.getresponse().read() == b"ok"
        other.request("GET", "/busy")
        assert busy.wait(30)
        idle.request("GET", "/")
        asked.set()
        assert idle.getresponse().read() == b"ok" == other.getresponse().read()
        idle.close()
        other.close()


def test_who_connects_and_never_agrees_on_tls_holds_no_connection(monkeypatch, tmp_path):
    monkeypatch.setattr("vocator.api.patience.HANDSHAKE_S", 0.3)
    own = own_certificate(tmp_path, "127.0.0.1")
    monkeypatch.setattr("vocator.api.serve.own_certificate", lambda *_: own)
    where = network_options(Sharing("https://127.0.0.1:8743", own.fingerprint, own.expires_utc))
    config = uvicorn.Config(lambda *_: None, lifespan="off", **where)
    with (
        socket.socket() as listening,
        running(config, listening),
        socket.create_connection(listening.getsockname(), timeout=30) as silent,
    ):
        assert silent.recv(4096) == b""


@pytest.mark.parametrize("address", ["0.0.0.0", "::"])
def test_no_address_that_stands_for_every_network_is_shared(address):
    with pytest.raises(ValueError, match="every network"):
        sharing_at(address, 8743)


def test_a_body_above_what_any_route_needs_is_given_up_before_it_is_read(client):
    parts = iter([b'{"passphrase": "', *([b"x" * 1_000_000] * 60), b'"}'])
    read = 0

    def sent():
        nonlocal read
        for part in parts:
            read += 1
            yield part

    refused = client.post("/api/session", content=sent(), headers={"content-type": "application/json"})
    assert refused.status_code == 413 and "send less" in refused.json()["detail"], refused.text
    assert client.get("/api/health").json()["ok"]


def test_measures_are_told_by_route_on_this_machine_alone(client, network):
    client.get("/api/radios/31415")
    told = client.get("/metrics")
    assert told.headers["content-type"].startswith("text/plain")
    assert 'vocator_requests_total{method="GET",route="/api/radios/{radio_id}",status="404"}' in told.text
    assert "radios/31415" not in told.text and 'vocator_jobs{state="todo"}' in told.text
    assert "vocator_requests" not in network().get("/metrics").text


def test_a_log_line_is_one_json_object_with_the_fault_in_it(monkeypatch):
    monkeypatch.setattr(settings(), "log", "json")
    formatter = logging.config.DictConfigurator(log_config()).configure_formatter(log_config()["formatters"]["line"])
    try:
        raise ValueError("two\nlines")
    except ValueError:
        record = logging.LogRecord("vocator", logging.ERROR, __file__, 1, "fault %s", ("ab12",), sys.exc_info())
    line = formatter.format(record)
    assert "\n" not in line
    assert {k: v for k, v in json.loads(line).items() if k in ("level", "from", "text")} == {
        "level": "error",
        "from": "vocator",
        "text": "fault ab12",
    }
    assert "ValueError: two" in json.loads(line)["fault"]
