"""A page of another language brings its words along, before anything is drawn."""

from __future__ import annotations

import json
import re

import pytest
from flask import Flask
from flask.testing import FlaskClient

from jarana.api.resources import pages
from jarana.core.words.language import Language


@pytest.mark.parametrize("path", ["/", "/rig", "/index.html"])
def test_the_page_has_its_words_in_it(
    stranger: FlaskClient, app: Flask, monkeypatch: pytest.MonkeyPatch, path: str
) -> None:
    page = app.config["WEB"] / "index.html"
    page.write_text('<html lang="en"><head></head><body></body></html>')
    plain = stranger.get(path).get_data(as_text=True)
    assert plain == page.read_text()
    sly = {"Depth": "Tiefe</script><b>"}
    monkeypatch.setattr(pages, "language", lambda: Language(code="de", screen=sly))
    pages._written.cache_clear()
    worded = stranger.get(path).get_data(as_text=True)
    pages._written.cache_clear()
    assert worded.startswith('<html lang="de">')
    assert "<b>" not in worded.replace("<body>", "").replace("<\\/script><b>", "")
    (told,) = re.findall(r'<script id="words" type="application/json">(.*?)</script>', worded)
    assert json.loads(told) == {"language": "de", "screen": sly}
