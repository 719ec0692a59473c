"""The page brings along what its place is made of."""

from __future__ import annotations

import json
import re

import pytest
from flask import Flask
from flask.testing import FlaskClient

MADE = {
    "index.html": {"file": "assets/index.js", "imports": ["_button"]},
    "_button": {"file": "assets/button.js"},
    "_axes": {"file": "assets/axes.js", "imports": ["_button", "_axes"]},
    "src/places/rig/index.ts": {"file": "assets/rig.js", "imports": ["index.html", "_axes"]},
    "src/places/taper/index.ts": {"file": "assets/taper.js", "imports": ["_axes"]},
    "src/places/fish/index.tsx": {"file": "assets/fish.js", "imports": ["index.html"]},
    "src/app/join.tsx": {"file": "assets/join.js", "imports": ["_button"]},
}


@pytest.mark.parametrize(
    ("path", "pieces"),
    [
        ("/rig/some-rig?sheet=find", ["rig", "axes"]),
        ("/rig/some-rig/taper", ["taper", "axes"]),
        ("/fish", ["fish"]),
        ("/join", ["join"]),
        # Where these lead to.
        ("/", ["rig", "axes"]),
        ("/enter", ["rig", "axes"]),
        ("/no/such/place", ["rig", "axes"]),
    ],
)
def test_what_a_place_is_made_of_beyond_the_program_is_fetched_with_it(
    stranger: FlaskClient, app: Flask, path: str, pieces: list[str]
) -> None:
    web = app.config["WEB"]
    (web / "index.html").write_text("<head></head>")
    (web / ".vite").mkdir()
    (web / ".vite" / "manifest.json").write_text(json.dumps(MADE))
    text = stranger.get(path).get_data(as_text=True)
    assert re.findall(r'<link rel="modulepreload"[^>]* href="/assets/(\w+).js">', text) == pieces


def test_a_page_that_was_built_anew_is_sent_at_once(stranger: FlaskClient, app: Flask) -> None:
    page = app.config["WEB"] / "index.html"
    for text in ("<p>one", "<p>two"):
        page.write_text(text)
        assert stranger.get("/rig").get_data(as_text=True) == text


@pytest.mark.parametrize(("takes", "sent", "packed"), [("br, gzip", b"small", "br"), ("gzip", b"let long = 1;", None)])
def test_a_hashed_file_is_sent_as_it_was_packed_to_whoever_takes_that_and_is_still_a_program(
    stranger: FlaskClient, app: Flask, takes: str, sent: bytes, packed: str | None
) -> None:
    assets = app.config["WEB"] / "assets"
    assets.mkdir()
    (assets / "rig-a1.js").write_bytes(b"let long = 1;")
    (assets / "rig-a1.js.br").write_bytes(b"small")
    answer = stranger.get("/assets/rig-a1.js", headers={"Accept-Encoding": takes})
    assert (answer.data, answer.headers.get("Content-Encoding")) == (sent, packed)
    assert answer.mimetype == "text/javascript"
    assert "max-age=31536000" in answer.headers["Cache-Control"]
    assert "Accept-Encoding" in answer.headers["Vary"]


def test_what_was_packed_has_no_other_name_and_what_is_not_there_is_told(stranger: FlaskClient, app: Flask) -> None:
    assets = app.config["WEB"] / "assets"
    assets.mkdir()
    (assets / "face.woff2").write_bytes(b"glyphs")
    plain = stranger.get("/assets/face.woff2", headers={"Accept-Encoding": "br"})
    assert (plain.data, plain.headers.get("Content-Encoding")) == (b"glyphs", None)
    assert stranger.get("/assets/gone.js", headers={"Accept-Encoding": "br"}).status_code == 404
