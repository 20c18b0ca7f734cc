"""The proof from every state, asked for after the sheet is shown, and what of each display hangs on the start."""


def test_a_sheet_tells_that_it_is_proven_from_every_state_and_what_is_certain_after_each_step(client):
    radio = client.post("/api/radios", json={"model": "ardvane-finch"}).json()["id"]
    sheet = client.post("/api/sheets", json={"radio_id": radio, "slot": "17", "line": "147.33 + 103.5"}).json()
    assert not sheet["content"]["proof"]["complete"]
    proof = client.get(f"/api/sheets/{sheet['id']}/proof").json()
    assert (proof["verdict"], proof["complete"], proof["condition"]) == ("proven", True, None) and proof["states_log10"] > 5000
    steps = sheet["content"]["steps"]
    assert len(proof["certain"]) == len(steps)
    typed = next(s for s in steps if s["say"].startswith("Type "))
    kept = next(s for s in steps if "SHIFT to +" in s["say"])
    assert "+" in typed["display"]["icons"] and "+" not in proof["certain"][typed["number"]]["icons"], (
        "with the automatic shift off it is another"
    )
    assert proof["certain"][kept["number"]]["main"]
    last = proof["certain"][-1]
    assert last["slot"] and {"+", "TX"} <= set(last["icons"]), "at the end the sign and the tone are certain"
    assert client.get("/api/sheets/none/proof").status_code == 404


def test_a_sheet_of_many_channels_and_one_of_the_radio_are_proven_too(client):
    radio = client.post("/api/radios", json={"model": "ardvane-osprey"}).json()["id"]
    many = client.post("/api/sheets/batch", json={"radio_id": radio, "csv": "slot,line\n7,146.55\n8,147.195 + 110.9\n"}).json()
    own = client.post("/api/sheets", json={"radio_id": radio, "slot": "", "goal": "squelch-open"}).json()
    for sheet in (many, own):
        proof = client.get(f"/api/sheets/{sheet['id']}/proof").json()
        assert (proof["verdict"], proof["complete"]) == ("proven", True)
    assert {c["what"] for c in own["content"]["changes"]} >= {"row in use", "SQUELCH"}
