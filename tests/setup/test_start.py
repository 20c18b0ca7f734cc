"""Two copies started side by side keep to themselves; whatever ends one, nothing of it is left, and it starts again."""

import os
import shutil
import signal
import socket
import subprocess
import time
from pathlib import Path

import httpx
import psycopg
import pytest

ROOT = Path(__file__).parent.parent.parent
SHARED = (".venv", "src", "web", "requirements.txt", "requirements-dev.txt", "requirements-dev.in")


def free_port():
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return probe.getsockname()[1]


class Copy:
    """A copy of the repository that borrows its installed packages."""

    def __init__(self, folder):
        self.folder, self.port, self.process = folder, free_port(), None
        folder.mkdir()
        shutil.copy(ROOT / "start", folder)
        shutil.copytree(ROOT / "scripts", folder / "scripts")
        for name in SHARED:
            (folder / name).symlink_to(ROOT / name)

    def begin(self, *arguments):
        log = (self.folder / "log").open("a")
        environment = {k: v for k, v in os.environ.items() if not k.startswith("VOCATOR_")}
        command = [self.folder / "start", "--port", str(self.port), "--empty", *arguments]
        self.process = subprocess.Popen(command, stdout=log, stderr=log, env=environment, start_new_session=True)

    def answers(self):
        for _ in range(600):
            try:
                if self.api("health").status_code == 200:
                    return True
            except httpx.HTTPError:
                assert self.process.poll() is None, (self.folder / "log").read_text()
            time.sleep(0.1)
        raise AssertionError((self.folder / "log").read_text())

    def api(self, path, **body):
        method = httpx.post if body else httpx.get
        return method(f"http://127.0.0.1:{self.port}/api/{path}", timeout=5, **body)

    def end(self, with_signal):
        self.process.send_signal(with_signal)
        self.process.wait(60)

    def store(self, verb):
        return subprocess.run([self.folder / "scripts" / "db.sh", verb], capture_output=True, text=True, timeout=90)

    def left(self):
        """Return the processes that name this copy's folder, or work in it."""
        found = []
        for entry in Path("/proc").glob("[0-9]*"):
            try:
                line = (entry / "cmdline").read_bytes().replace(b"\0", b" ").decode("utf-8", "replace")
                cwd = str((entry / "cwd").readlink())
            except OSError:
                continue
            if str(self.folder) in line or cwd.startswith(f"{self.folder}/.data"):
                found.append(line)
        return found

    def gone(self):
        for _ in range(300):
            if not self.left():
                return True
            time.sleep(0.1)
        raise AssertionError(self.left())


@pytest.fixture
def copies(tmp_path_factory):
    base = Path(f"/var/tmp/vocator-start-{os.getpid()}")  # the store's own account must be able to walk down to it
    base.mkdir(mode=0o755)
    made = [Copy(base / name) for name in ("one", "two")]
    yield made
    for copy in made:
        if copy.process is not None and copy.process.poll() is None:
            copy.end(signal.SIGKILL)
        copy.store("stop")
    shutil.rmtree(base)


def names(copy):
    return [r["name"] for r in copy.api("radios").json()]


def kill_store(copy):
    """Kill a copy's store at once, and wait until its server says that it does not answer."""
    home = copy.folder / ".data" / "pg"
    home = (
        home
        if (home / "data").exists()
        else next(h for h in Path("/var/tmp").glob("vocator-pg-*") if h.name in " ".join(copy.left()))
    )
    os.kill(int((home / "data" / "postmaster.pid").read_text().split()[0]), signal.SIGKILL)
    for _ in range(300):
        if copy.api("health").status_code != 200:
            return True
        time.sleep(0.02)
    return False


def said(copy, words):
    """Wait until a copy said something; it comes a moment after it is so."""
    for _ in range(300):
        if words in (copy.folder / "log").read_text():
            return True
        time.sleep(0.1)
    return False


def beyond_the_fence(port):
    """Wait until the server for other machines answers, which it does with the sign-in alone."""
    for _ in range(300):
        try:
            return httpx.get(f"https://127.0.0.1:{port}/api/radios", verify=False, timeout=5).status_code == 401
        except httpx.HTTPError:
            time.sleep(0.1)
    return False


def opens(url):
    """Whether the store lets in whoever asks so."""
    try:
        with psycopg.connect(url.replace("+psycopg", ""), connect_timeout=5):
            return True
    except psycopg.OperationalError as refused:
        assert "password" in str(refused)
        return False


def test_the_store_opens_with_its_password_alone_also_one_that_trusted_everybody_before(copies):
    one, _ = copies
    assert one.store("start").returncode == 0
    home, address = one.folder / ".data" / "pg", one.store("url").stdout.strip()
    home = home if (home / "password").exists() else next(Path("/var/tmp").glob("vocator-pg-*/password")).parent
    word = (home / "password").read_text().strip()
    assert word in address and (home / "password").stat().st_mode & 0o077 == 0
    assert opens(address) and not opens(address.replace(word, "guess")) and not opens(address.replace(f":{word}", ""))
    with psycopg.connect(address.replace("+psycopg", ""), autocommit=True) as store:
        store.execute("create table kept (n int)")
        assert store.execute("show fsync").fetchone() == ("on",), "flushes are never switched off where data is kept"
    one.store("stop")
    (home / "password").unlink()
    (home / "data" / "pg_hba.conf").write_text("local all all trust\nhost all all 127.0.0.1/32 trust\n")
    assert one.store("start").returncode == 0, "as the version before left it"
    again = one.store("url").stdout.strip()
    assert opens(again) and again != address and not opens(address)
    with psycopg.connect(again.replace("+psycopg", "")) as store:
        assert store.execute("select count(*) from kept").fetchone() == (0,)
    assert one.store("destroy").returncode == 0 and not (home / "password").exists()


def test_copies_side_by_side_keep_to_themselves_and_leave_nothing_however_they_end(copies):
    one, two = copies
    one.begin("--workers", "2", "--share", "127.0.0.1", "--share-port", str(shared := free_port()))
    two.begin()
    assert one.answers() and beyond_the_fence(shared) and two.answers()
    assert one.api("radios", json={"model": "ardvane-finch", "name": "of one"}).status_code == 201
    assert two.api("radios", json={"model": "oriel-wick", "name": "of two"}).status_code == 201
    assert (names(one), names(two)) == (["of one"], ["of two"])
    refused = subprocess.run([one.folder / "start", "--port", str(free_port())], capture_output=True, text=True, timeout=60)
    assert refused.returncode == 1 and f"127.0.0.1:{one.port}/" in refused.stderr, "a second one in the same folder"

    assert kill_store(one) and one.answers() and names(one) == ["of one"], "it notices and starts the store again"
    assert said(one, "the store runs again") and names(two) == ["of two"]

    one.end(signal.SIGKILL)
    assert one.gone()
    assert one.store("start").returncode == 0, "a store left running by whatever was killed"
    for ending in (signal.SIGTERM, signal.SIGHUP, signal.SIGINT):
        one.begin()
        assert one.answers() and names(one) == ["of one"] and names(two) == ["of two"]
        one.end(ending)
        assert one.gone() and one.store("status").stdout == "stopped\n"
    assert names(two) == ["of two"]
    two.end(signal.SIGTERM)
    assert two.gone()


def test_an_address_is_told_only_once_it_is_taken(copies):
    one, _ = copies
    with socket.socket() as other:  # it has the port, and answers nobody
        other.bind(("127.0.0.1", one.port))
        one.begin()
        assert one.process.wait(120) == 1
        log = (one.folder / "log").read_text()
        assert f"port {one.port} cannot be used" in log and "Vocator is at" not in log
    with socket.create_server(("127.0.0.1", one.port + 1)), socket.create_server(("127.0.0.1", one.port + 2)):
        one.begin()
        assert one.answers()
        place = "latitude_deg=49.5&longitude_deg=-57.8"
        assert httpx.post(f"http://127.0.0.1:{one.port}/api/repeaters/fetch?{place}", timeout=60).status_code == 200
    one.end(signal.SIGTERM)
    assert one.gone()


def test_what_stands_in_the_way_of_a_store_is_said_and_nothing_is_deleted(copies):
    one, _ = copies
    (one.folder / ".data" / "pg" / "data").mkdir(parents=True)
    mine = one.folder / ".data" / "pg" / "data" / "mine.txt"
    mine.write_text("not of a store")
    one.begin()
    assert one.process.wait(90) == 1
    said = (one.folder / "log").read_text()
    assert "move it away" in said and "--reset" not in said and mine.exists()
