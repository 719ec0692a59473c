"""Hostile documents, by every way in: refused by name; what people wrote is text wherever it comes out."""

from __future__ import annotations

import copy
import json
from collections.abc import Iterator
from contextlib import suppress
from pathlib import Path
from typing import Any
from urllib.error import HTTPError
from urllib.request import HTTPCookieProcessor, Request, build_opener
from uuid import uuid4
from xml.etree import ElementTree

import pytest
from flask.testing import FlaskClient

from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from tests.e2e.site import Site
from tests.people import demo_token

DEEP: Any = json.loads("[" * 200 + "]" * 200)
VALUES: dict[str, Any] = {
    "nothing": None, "a list": [], "an object": {}, "a deep list": DEEP, "a yes": True, "a huge number": 1e308, "a small number": -1e308,
    "a number no float holds": 10**400, "a long text": "x" * 300_000, "a text": "' or 1=1 --", "a zero": "a\0b", "a path": "../../etc/passwd",
    "a script": "<script>alert(1)</script>", "a formula": "=cmd|' /C calc'!A0", "half a letter": "\ud800", "many": [0] * 20_000,
    "a prototype": {"__proto__": {"admin": True}}, "right to left": "\u202e\u202d", "a bell": "\x07",
}  # fmt: skip
RIG_PLACES = ("name", "method", "spans", "attachments", "head", "motion", "stance")
WATER_PLACES = ("name", "depth_m", "pace_m_s", "zone", "soundings", "lanes", "temperature_c")


def documents() -> Iterator[tuple[str, str, str, Any]]:
    for way, places in (("rig", RIG_PLACES), ("water", WATER_PLACES)):
        for place in places:
            for named, value in VALUES.items():
                yield way, place, named, value


ALL = list(documents())


def sent(client: FlaskClient, way: str, document: dict[str, Any]) -> Any:
    if way == "rig":
        body = {"id": str(uuid4()), "base": None, "rig": document}
        return client.post(f"/api/v1/rigs/{uuid4()}/revisions", data=json.dumps(body), content_type="application/json")
    document["id"] = f"hostile-{uuid4().hex[:8]}"
    body = {"reach": document, "base": None}
    return client.put(f"/api/v1/reaches/{document['id']}", data=json.dumps(body), content_type="application/json")


@pytest.fixture(scope="module")
def plain(contact_rig: Rig, weir_run: Reach) -> dict[str, dict[str, Any]]:
    return {"rig": contact_rig.model_dump(mode="json"), "water": weir_run.model_dump(mode="json")}


def test_a_hostile_document_is_refused_by_name(client: FlaskClient, plain: dict[str, dict[str, Any]]) -> None:
    assert len(ALL) >= 200
    for way, place, named, value in ALL:
        document = copy.deepcopy(plain[way]) | {place: value}
        answer = sent(client, way, document)
        told = f"{way}.{place} {named}: {answer.status_code} {answer.data[:200]!r}"
        harmless = answer.status_code == 200 and (isinstance(value, str) or value in (None, [], {}, True))
        assert harmless or answer.status_code in (400, 413, 422), told
        if answer.status_code == 422:
            assert answer.json["faults"], told
            # A yes is the number one where a number is asked for: what does not go with that is named.
            assert value is True or any(place in fault["path"] for fault in answer.json["faults"]), told
            assert len(answer.data) < 60_000, told


WRITTEN = "<script>alert('x')</script>\"&'"


def test_what_people_wrote_is_text_in_every_drawing_and_page(client: FlaskClient, contact_rig: Rig) -> None:
    rig = contact_rig.model_copy(update={"name": WRITTEN})
    key, first = str(uuid4()), str(uuid4())
    kept = client.post(
        f"/api/v1/rigs/{key}/revisions", json={"id": first, "base": None, "rig": rig.model_dump(mode="json")}
    )
    assert kept.status_code == 200
    drawing = client.get(f"/api/v1/rigs/{key}/drawing.svg")
    assert b"<script" not in drawing.data
    texts = [e.text for e in ElementTree.fromstring(drawing.data).iter() if e.text]
    assert WRITTEN in texts
    assert "attachment" in drawing.headers["Content-Disposition"]
    secret = client.post("/api/v1/links", json={"kind": "rig", "subject": key}).json["address"].rpartition("/")[2]
    assert b"<script" not in client.get(f"/api/v1/shared/{secret}").json["drawing"].encode()


@pytest.mark.long
def test_no_log_line_holds_what_was_written_or_a_secret(valley_url: str, contact_rig: Rig, tmp_path: Path) -> None:
    words = "a private spot below the oak"
    site = Site(valley_url, tmp_path / "log")
    site.start()
    try:
        token = demo_token(valley_url)
        person = build_opener(HTTPCookieProcessor())

        def send(place: str, body: dict[str, Any], method: str = "POST") -> None:
            asked = Request(f"{site.address}/api/v1/{place}", json.dumps(body).encode(), method=method)
            asked.add_header("Content-Type", "application/json")
            with suppress(HTTPError):
                person.open(asked)

        send("sign-in", {"token": token})
        rig = contact_rig.model_copy(update={"name": words}).model_dump(mode="json")
        send(f"rigs/{uuid4()}/revisions", {"id": str(uuid4()), "base": None, "rig": rig})
        send("sign-in/word", {"mail": "ann@fish.example", "word": words})
        send("account", {"name": words, "mail": words, "word": words}, "PUT")
        send("recover", {"mail": "ann@fish.example"})
    finally:
        site.stop()
    lines = (tmp_path / "log").read_text()
    assert lines.count("/revisions") == 1
    for secret in (words, "ann@fish.example", token):
        assert secret not in lines
