"""Hostile documents, by every way in: refused by name; what people wrote is text wherever it comes out."""

from __future__ import annotations

import copy
import json
import re
from collections.abc import Iterator
from contextlib import suppress
from pathlib import Path
from typing import Any
from urllib.error import HTTPError
from urllib.request import HTTPCookieProcessor, Request, build_opener
from uuid import uuid4
from xml.etree import ElementTree

import pytest
from flask import Flask
from flask.testing import FlaskClient

from jarana.api.examples import bodies
from jarana.api.spec import openapi
from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from tests.api.fuzz import SIGNING
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


UNKEPT = ("a\0b", "\ud800")
FAR: tuple[Any, ...] = (1e300, -1, 10**30)
IN_STORE = ("/api/v1/account/remove", "/api/v1/clubs/join", "/api/v1/water")
"""These name what stands in the store they were sent to: a person's name, an invitation, the turn of a reel."""


def leaves(
    body: Any, kind: type | tuple[type, ...], where: tuple[int | str, ...] = ()
) -> Iterator[tuple[int | str, ...]]:
    if isinstance(body, kind) and not isinstance(body, bool):
        yield where
    rows = body.items() if isinstance(body, dict) else enumerate(body[:1]) if isinstance(body, list) else ()
    for key, below in rows:
        yield from leaves(below, kind, (*where, key))


def with_leaf(body: Any, where: tuple[int | str, ...], value: Any) -> Any:
    if not where:
        return value
    changed = copy.copy(body)
    changed[where[0]] = with_leaf(body[where[0]], where[1:], value)
    return changed


def examples(app: Flask) -> Iterator[tuple[str, str, Any]]:
    for path, operations in openapi(app)["paths"].items():
        for method, operation in operations.items():
            example = dict(bodies(operation)).get("request", {}).get("example")
            if example is not None and path not in SIGNING:
                yield method, path, example


def put(client: FlaskClient, method: str, path: str, body: Any) -> Any:
    held = (body.get("reach") or {}).get("id") if isinstance(body, dict) and "{reach_id}" in path else None
    key = held if isinstance(held, str) and re.fullmatch("[a-z-]+", held) else str(uuid4())
    address = re.sub(r"\{\w+\}", key, path)
    return client.open(address, method=method.upper(), data=json.dumps(body), content_type="application/json")


def test_a_request_that_is_shown_as_an_example_can_be_sent_as_it_stands(app: Flask, client: FlaskClient) -> None:
    for method, path, example in examples(app):
        answer = put(client, method, path, example)
        assert answer.status_code not in (400, 422) or path in IN_STORE, (method, path, answer.data)


@pytest.mark.parametrize("places", [3, pytest.param(300, marks=pytest.mark.long)])
@pytest.mark.parametrize(("kind", "values"), [(str, UNKEPT), ((int, float), FAR)], ids=["texts", "figures"])
def test_what_nobody_means_ends_in_no_failure_wherever_it_is_sent(
    app: Flask, client: FlaskClient, kind: type | tuple[type, ...], values: tuple[Any, ...], places: int
) -> None:
    sendings = 0
    for method, path, example in examples(app):
        for where in list(leaves(example, kind))[:places]:
            for value in values:
                answer = put(client, method, path, with_leaf(example, where, value))
                sendings += 1
                told = f"{method} {path} {where} {value!r}: {answer.status_code} {answer.data[:300]!r}"
                assert answer.status_code < 500, told
    assert sendings > 100


@pytest.mark.parametrize("field", ["mail", "word"])
def test_an_account_s_text_that_no_store_keeps_is_named_and_the_next_request_is_answered(
    client: FlaskClient, field: str
) -> None:
    body = {"mail": "ann@fish.example", "word": "a long enough word"} | {field: "a\0b"}
    answer = client.post("/api/v1/sign-in/word", json=body)
    assert answer.status_code in (401, 422)
    assert answer.status_code == 401 or [fault["path"] for fault in answer.json["faults"]] == [field]
    assert client.get("/api/v1/me").status_code == 200


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
