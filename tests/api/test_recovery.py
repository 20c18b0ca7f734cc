"""The way back over the API: pictures after a step, what the slip did, and the step to go on with."""

import pytest
from fastapi.testclient import TestClient


@pytest.fixture
def sheet(client: TestClient) -> dict:
    radio = client.post("/api/radios", json={"model": "ardvane-finch", "name": "Mine"}).json()
    given = {"radio_id": radio["id"], "slot": "7", "line": "147.33 + 103.5", "label": "RIDGE"}
    return client.post("/api/sheets", json=given).json()


def test_every_picture_leads_back_to_a_step_of_the_sheet(client, sheet):
    base = f"/api/sheets/{sheet['id']}/steps/12"
    pictures = client.get(f"{base}/sights").json()
    assert len({p["display"]["text"] for p in pictures}) == len(pictures) > 3
    assert sheet["content"]["steps"][12]["display"]["text"] not in {p["display"]["text"] for p in pictures}
    for picture in pictures:
        assert picture["slip"]
        back = client.post(f"{base}/recovery", json={"text": picture["display"]["text"]}).json()
        assert back["found"] and back["slips"] and back["starts"] >= 1
        assert 0 <= back["step"] <= 13
        if back["way"]:
            assert back["way"]["caps"] and back["way"]["display"]["text"] != picture["display"]["text"]


def test_nothing_of_these_begins_again_and_odd_steps_are_refused(client, sheet):
    base = f"/api/sheets/{sheet['id']}/steps"
    back = client.post(f"{base}/12/recovery", json={"text": None}).json()
    assert (back["found"], back["step"], back["starts"]) == (False, 0, sheet["content"]["proof"]["starts"])
    assert client.post(f"{base}/12/recovery", json={"text": "never seen"}).json()["found"] is False
    refused = client.get(f"{base}/999/sights")
    assert refused.status_code == 404
    assert f"1 to {len(sheet['content']['steps'])}" in refused.json()["detail"]
