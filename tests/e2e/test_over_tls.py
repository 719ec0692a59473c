"""Behind the proxy of docs/nginx.conf, over TLS: cookies stay inside, and a phone fishes on when everything behind it is gone."""

from __future__ import annotations

import re
import socket
import subprocess
import time
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Playwright, expect

from jarana.hosting.private_postgres import free_port
from tests.conftest import VALLEY, Postgres
from tests.e2e.conftest import FLAGS
from tests.e2e.fishing_by_thumb import PHONE, fish, pack_and_go, told
from tests.e2e.site import Site

SHIPPED = Path(__file__).parents[2] / "docs" / "nginx.conf"


class Proxied(Site):
    """A site that is reached through a proxy of its own."""

    def __init__(self, url: str, folder: Path) -> None:
        super().__init__(url, JARANA_BEHIND_TLS="yes", JARANA_HOSTS="127.0.0.1,localhost")
        self.folder = folder
        self.inner, self.outer = self.port, free_port()
        make = ["openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "2", "-subj", "/CN=localhost"]
        made = ["-keyout", str(folder / "key.pem"), "-out", str(folder / "cert.pem")]
        subprocess.run([*make, *made], check=True, capture_output=True)
        block = SHIPPED.read_text()
        for old, new in (
            ("listen 443 ssl", f"listen 127.0.0.1:{self.outer} ssl"), ("fish.example", "localhost"),
            ("/etc/ssl/fish.pem", str(folder / "cert.pem")), ("/etc/ssl/private/fish.key", str(folder / "key.pem")),
            ("127.0.0.1:8450", f"127.0.0.1:{self.inner}"),
        ):  # fmt: skip
            assert old in block, old
            block = block.replace(old, new)
        temporary = "".join(
            f"{n}_temp_path {folder}/{n};\n" for n in ("client_body", "proxy", "fastcgi", "uwsgi", "scgi")
        )
        (folder / "nginx.conf").write_text(
            f"daemon off;\npid {folder}/pid;\nerror_log {folder}/error.log;\nevents {{}}\n"
            f"http {{\naccess_log off;\n{temporary}{block}}}\n"
        )
        self.proxy: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        self.address = f"http://127.0.0.1:{self.inner}"
        super().start()
        self.address = f"https://localhost:{self.outer}"
        conf = str(self.folder / "nginx.conf")
        self.proxy = subprocess.Popen(["/usr/sbin/nginx", "-c", conf, "-p", str(self.folder)], start_new_session=True)
        until = time.monotonic() + 20
        while time.monotonic() < until:
            with socket.socket() as probe:
                if probe.connect_ex(("127.0.0.1", self.outer)) == 0:
                    return
            time.sleep(0.05)
        raise AssertionError("the proxy did not start")

    def stop(self) -> None:
        assert self.proxy is not None
        self.proxy.terminate()
        self.proxy.wait(10)
        super().stop()


@pytest.fixture
def proxied(postgres: Postgres, tmp_path: Path) -> Iterator[Proxied]:
    site = Proxied(postgres.copy("tls", VALLEY), tmp_path)
    site.start()
    yield site
    if site.proxy is not None and site.proxy.poll() is None:
        site.stop()


@pytest.fixture
def trusting(playwright: Playwright) -> Iterator[Browser]:
    """A browser that takes the test's certificate for one it trusts."""
    flags = [*FLAGS, "--ignore-certificate-errors"]
    browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=flags)
    yield browser
    browser.close()


@pytest.mark.long
def test_an_installed_phone_fishes_on_when_proxy_and_server_are_gone(trusting: Browser, proxied: Proxied) -> None:
    context = trusting.new_context(viewport=PHONE, has_touch=True, reduced_motion="reduce", ignore_https_errors=True)  # type: ignore[arg-type]
    page = context.new_page()
    page.goto(f"{proxied.address}/enter#{proxied.token()}")
    page.wait_for_selector("[data-testid=tank]")
    cookies = [c for c in context.cookies() if c["name"].startswith("jarana")]
    assert cookies
    assert all(c["secure"] and c["httpOnly"] and c["sameSite"] == "Lax" for c in cookies)
    page.get_by_role("link", name="Fish", exact=True).click()
    page.evaluate("navigator.serviceWorker.ready.then(() => true)")
    pack_and_go(page)
    page.reload()
    expect(page.get_by_role("status")).to_have_text("all sent")
    proxied.stop()
    try:
        page.close()
        page = context.new_page()
        page.goto(f"{proxied.address}/fish")
        page, takes = fish(page, 3, 3, 150, lambda _k, now: now)
        expect(page.get_by_role("status")).to_contain_text("no signal")
    finally:
        proxied.start()
    page.evaluate("window.dispatchEvent(new Event('online'))")
    expect(page.get_by_role("status")).to_have_text(re.compile("all sent"), timeout=40_000)
    outing = told(page, proxied)["outing"]
    assert (outing["drifts"], len(outing["fish"])) == (3, takes)  # type: ignore[index]
    context.close()
