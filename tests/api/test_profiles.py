"""Profiles of one's own: in as YAML, out letter by letter, used like those that ship; nothing of a bad one is kept."""

import pytest

from vocator.files.profile_parts import PROFILES
from vocator.settings import Settings
from vocator.storage.tables import OwnProfileRow

FINCH = (PROFILES / "ardvane-finch.yaml").read_text(encoding="utf-8")
OWN = FINCH.replace("model: ardvane-finch", "model: my-linnet").replace("name: Ardvane Finch", "name: My Linnet # é")


def take(client, text):
    return client.post("/api/models", content=text.encode("utf-8"))


def test_a_profile_goes_in_comes_out_the_same_and_its_radio_is_programmed(client):
    taken = take(client, OWN)
    assert taken.status_code == 201 and taken.json()["name"] == "My Linnet"
    assert client.get("/api/models/my-linnet/profile.yaml").text == OWN
    assert client.get("/api/models/ardvane-finch/profile.yaml").text == FINCH
    listed = {m["model"]: m["own"] for m in client.get("/api/models").json()}
    assert listed["my-linnet"] is True and sum(listed.values()) == 1
    assert client.get("/api/models/my-linnet").json()["kind"] == client.get("/api/models/ardvane-finch").json()["kind"]
    radio = client.post("/api/radios", json={"model": "my-linnet", "name": "Own"}).json()
    made = client.post("/api/sheets", json={"radio_id": radio["id"], "slot": "7", "line": "147.33 + 103.5"}).json()
    assert made["content"]["proof"]["verdict"] == "proven"
    used = client.delete("/api/models/my-linnet")
    assert used.status_code == 422 and "Remove the radio first" in used.text
    client.delete(f"/api/radios/{radio['id']}")
    assert client.delete("/api/models/my-linnet").status_code == 204
    assert client.post("/api/radios", json={"model": "my-linnet"}).status_code == 404
    assert client.delete("/api/models/ardvane-finch").status_code == 404, "one that ships is not removed"


def test_own_profiles_are_in_the_archive(client, session):
    from vocator.storage.archive import rows_of

    take(client, OWN)
    assert rows_of(session, "own_profile")[0]["text"] == OWN


BAD = {
    "one that ships": (FINCH, "not there yet"),
    "no YAML": ("model: [", "not YAML"),
    "an unknown part": (OWN + "colour: red\n", "colour"),
    "a path as its model": (OWN.replace("my-linnet", "../../etc"), "model"),
    "aliases": ("model: &a [x]\nname: [*a, *a]\n", "aliases are not used"),
    "an alias of itself": ("model: &a [*a]\n", "aliases are not used"),
    "too large": ("#" * 300_001, "at most 300000"),
    "nothing": ("", "empty"),
}


@pytest.mark.parametrize("name", BAD)
def test_a_bad_profile_is_refused_with_what_to_change_and_nothing_is_kept(client, name):
    text, words = BAD[name]
    refused = take(client, text)
    assert refused.status_code == 422 and words in refused.text, refused.text
    assert not any(m["own"] for m in client.get("/api/models").json())


def test_the_same_model_is_not_taken_twice_and_a_foreign_encoding_is_said(client):
    assert take(client, OWN).status_code == 201
    assert take(client, OWN).status_code == 422
    assert client.post("/api/models", content="name: ÄÖ".encode("latin-1")).status_code == 422


def test_what_a_thin_profile_cannot_do_is_beyond_it(client):
    """Without a tone search no tone is found; a profile whose store leads nowhere is said to lack it, not to fail."""
    thin = OWN.replace('"FN hold 1": open store\n', '"FN hold 1": calm\n')
    assert thin != OWN and take(client, thin).status_code == 201
    radio = client.post("/api/radios", json={"model": "my-linnet"}).json()
    made = client.post("/api/sheets", json={"radio_id": radio["id"], "slot": "7", "line": "147.33 + 103.5"})
    assert made.status_code == 409 and "no way is found" in made.text


def test_a_sheet_says_whether_it_still_stands_where_its_profile_was_changed(client, session):
    text = (PROFILES / "ardvane-finch.yaml").read_text(encoding="utf-8").replace("model: ardvane-finch", "model: my-finch", 1)
    assert client.post("/api/models", content=text.encode()).status_code == 201
    radio = client.post("/api/radios", json={"model": "my-finch", "name": "Own"}).json()["id"]
    sheet = client.post("/api/sheets", json={"radio_id": radio, "slot": "12", "line": "147.33 + 103.5"}).json()["id"]
    stands = lambda: client.get(f"/api/sheets/{sheet}/standing").json()  # noqa: E731
    assert stands() == {"changed": False, "holds": True, "why": ""}

    def change(before, after):
        row = session.get(OwnProfileRow, "my-finch")
        assert before in row.text
        row.text = row.text.replace(before, after, 1)
        session.flush()

    change('new: "KEY", scope: set', 'new: "ON", scope: set')
    assert stands() == {"changed": True, "holds": True, "why": ""}, "what a new radio has does not change these keys"
    change('"FN hold 1": open store', '"FN hold 2": open store')
    assert stands() == {"changed": True, "holds": False, "why": "its keys come out differently now"}


def test_two_descriptions_stand_side_by_side_and_single_readings_are_taken_over(client):
    mine = FINCH.replace("model: ardvane-finch", "model: my-finch", 1)
    theirs = (
        FINCH.replace('"FN hold 1": open store', '"FN hold 2": open store', 1)
        .replace('new: "KEY", scope: set', 'new: "ON", scope: set', 1)
        .replace("high_hz: 480000000", "high_hz: 470000000", 1)
    )
    assert client.post("/api/models", content=mine.encode()).status_code == 201
    compare = lambda text, take=(): client.post("/api/models/my-finch/compare", json={"yaml": text, "take": list(take)})  # noqa: E731
    assert compare(FINCH).json() == [], "a name is no reading"
    found = {d["path"]: (d["here"], d["there"]) for d in compare(theirs).json()}
    assert found["settings.LIGHT.new"] == ("KEY", "ON")
    assert found["screens.vfo.bind.FN hold 1"] == ("open store", "") and found["screens.vfo.bind.FN hold 2"] == ("", "open store")
    assert len(found) == 4
    left = {d["path"] for d in compare(theirs, ["settings.LIGHT.new"]).json()}
    assert left == set(found) - {"settings.LIGHT.new"}
    assert "lights the display" in client.get("/api/models/my-finch/profile.yaml").text
    before = client.get("/api/models/my-finch/profile.yaml").text
    assert compare(theirs, ["settings.LIGHT.new"]).status_code == 422, "they do not differ there any more"
    assert compare(theirs, ["screens.vfo.bind.FN hold 1"]).status_code in (200, 422)
    assert compare("model: [", []).status_code == 422 and compare("", []).status_code == 422
    assert compare(theirs, left - {"screens.vfo.bind.FN hold 1"}).status_code == 200
    assert compare(theirs).json() == [] and before != client.get("/api/models/my-finch/profile.yaml").text
    assert client.post("/api/models/ardvane-finch/compare", json={"yaml": theirs}).status_code == 404


def test_a_folder_of_profiles_is_the_clubs_library(client, tmp_path, monkeypatch):
    monkeypatch.setattr("vocator.usecases.profiles.library.settings", lambda: Settings(library=tmp_path / "library"))
    assert client.get("/api/library").json() == []
    (tmp_path / "library").mkdir()
    (tmp_path / "library" / "linnet.yaml").write_text(OWN, encoding="utf-8")
    (tmp_path / "library" / "broken.yml").write_text("model: [", encoding="utf-8")
    (tmp_path / "library" / "latin.yaml").write_bytes(b"name: caf\xe9")
    (tmp_path / "library" / "notes.txt").write_text("no profile", encoding="utf-8")
    (tmp_path / "secret.yaml").write_text(OWN, encoding="utf-8")
    listed = {e["file"]: e for e in client.get("/api/library").json()}
    assert set(listed) == {"linnet.yaml", "broken.yml", "latin.yaml"}
    assert listed["linnet.yaml"]["name"] == "My Linnet" and not listed["linnet.yaml"]["here"]
    assert listed["broken.yml"]["trouble"] and listed["latin.yaml"]["trouble"]
    for bad in ("../secret.yaml", "..%2Fsecret.yaml", "none.yaml", "broken.yml", "notes.txt"):
        assert client.post(f"/api/library/{bad}").status_code in (404, 405, 422), bad
    assert client.post("/api/library/linnet.yaml").json()["model"] == "my-linnet"
    assert [e["here"] for e in client.get("/api/library").json() if e["file"] == "linnet.yaml"] == [True]
    assert client.post("/api/library/linnet.yaml").status_code == 422, "it is there already"
