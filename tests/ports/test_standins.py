"""Devices and gauges over real sockets, well-behaved and not."""

from __future__ import annotations

import itertools
import socket
import threading
import time
from collections.abc import Iterator
from contextlib import suppress
from datetime import UTC, datetime, timedelta

import pytest

from jarana.ports.gauge import GaugeTroubleError, read_gauge, stations
from jarana.ports.line_device import MICROMETER, PULL_SCALE, DeviceAbsentError, checksum, measure, read_line
from jarana.ports.patience import MOST_AT_ONCE, within
from jarana.ports.standins.gauge import GaugeService, hydrograph
from jarana.ports.standins.line_device import LineDevice

TRUE = 0.154e-3


@pytest.fixture
def micrometer() -> Iterator[LineDevice]:
    device = LineDevice(MICROMETER, TRUE, 0.0015e-3, seed=3, every=2).start()
    yield device
    device.stop()


@pytest.fixture
def gauges() -> Iterator[GaugeService]:
    service = GaugeService(seed=7).start()
    yield service
    service.stop()


def test_readings_have_a_mean_and_a_spread(micrometer: LineDevice) -> None:
    sample = measure(MICROMETER, micrometer.address, 8)
    assert len(sample.readings) == 8
    assert sample.rejected == ()
    assert sample.mean == pytest.approx(TRUE, abs=2e-6)
    assert 0 < sample.spread < 5e-6


def test_garbled_readings_are_named_and_asked_for_again(micrometer: LineDevice) -> None:
    micrometer.fault = "garbled"
    sample = measure(MICROMETER, micrometer.address, 4)
    assert len(sample.readings) == 4
    assert len(sample.rejected) >= 3
    assert {r.why for r in sample.rejected} == {"garbled"}


def test_late_readings_are_named(micrometer: LineDevice) -> None:
    micrometer.fault, micrometer.late_by, micrometer.every = "late", 0.6, 1
    sample = measure(MICROMETER, micrometer.address, 1, patience=0.2)
    assert sample.readings == ()
    assert sample.mean is None
    assert "no answer within 0.2 s" in {r.why for r in sample.rejected}


def test_a_device_that_goes_away_keeps_what_it_gave(micrometer: LineDevice) -> None:
    micrometer.fault = "gone"
    sample = measure(MICROMETER, micrometer.address, 5)
    assert len(sample.readings) == 1
    assert sample.rejected[-1].why == "went away"
    micrometer.every = 1
    with pytest.raises(DeviceAbsentError):
        measure(MICROMETER, micrometer.address, 5)


@pytest.mark.parametrize("address", ["127.0.0.1:1", "", "nonsense", "127.0.0.1:99999999"])
def test_a_device_that_is_not_there_is_said_to_be_absent(address: str) -> None:
    with pytest.raises(DeviceAbsentError):
        measure(MICROMETER, address, 3, patience=0.3)


def test_a_device_that_never_ends_its_line_is_cut_off() -> None:
    with socket.create_server(("127.0.0.1", 0)) as server:

        def flood() -> None:
            peer, _ = server.accept()
            with peer:
                try:
                    for _ in range(200):
                        peer.sendall(b"x" * 4096)
                except OSError:
                    return

        threading.Thread(target=flood, daemon=True).start()
        try:
            sample = measure(MICROMETER, f"127.0.0.1:{server.getsockname()[1]}", 2, patience=0.5)
            assert sample.readings == ()
        except DeviceAbsentError:
            pass


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("MIC 0.152 mm *00", "check digits"),
        (f"PULL 1.20 kg *{checksum('PULL 1.20 kg')}", "is not from a micrometer"),
        (f"MIC 0.152 kg *{checksum('MIC 0.152 kg')}", "a unit no micrometer uses"),
        (f"MIC 152 mm *{checksum('MIC 152 mm')}", "outside what it can measure"),
        ("hello", "garbled"),
        ("", "garbled"),
    ],
)
def test_a_line_that_is_no_reading_says_why(line: str, says: str) -> None:
    with pytest.raises(Exception, match=says):
        read_line(MICROMETER, line)


def test_a_scale_reads_in_newtons_whatever_unit_it_shows() -> None:
    body = "PULL 2 lb"
    assert read_line(PULL_SCALE, f"{body} *{checksum(body)}") == pytest.approx(8.896, abs=0.001)


def test_a_gauge_reads_the_same_hydrograph_for_the_same_seed(gauges: GaugeService) -> None:
    at = datetime(2026, 11, 25, 12, 7, tzinfo=UTC)
    gauges.clock = lambda: at
    reading = read_gauge(gauges.address, "tavrin-bridge")
    assert reading == hydrograph("tavrin-bridge", datetime(2026, 11, 25, 12, 0, tzinfo=UTC), 7)
    assert {key for key, _ in stations(gauges.address)} == {"tavrin-bridge", "pellin-sluice", "oskel-dam"}


def test_a_spate_rises_faster_than_it_falls_and_never_runs_dry() -> None:
    start = datetime(2026, 9, 1, tzinfo=UTC)
    hours = [hydrograph("tavrin-bridge", start + timedelta(hours=h), 7) for h in range(24 * 60)]
    flows = [r.flow_m3_s for r in hours]
    steps = [b - a for a, b in itertools.pairwise(flows)]
    assert min(flows) > 2
    assert max(flows) > 1.5 * min(flows)
    assert max(steps) > 3 * -min(steps)
    assert all(
        (a.level_m < b.level_m) == (a.flow_m3_s < b.flow_m3_s)
        for a, b in zip(hours, hours[7:], strict=False)
        if abs(a.flow_m3_s - b.flow_m3_s) > 0.05
    )


@pytest.mark.parametrize(
    ("fault", "says"), [("garbled", "garbled"), ("gone", "out of order"), ("late", "did not answer in time")]
)
def test_a_gauge_in_trouble_says_which(gauges: GaugeService, fault: str, says: str) -> None:
    gauges.fault, gauges.late_by = fault, 1.0  # type: ignore[assignment]
    with pytest.raises(GaugeTroubleError, match=says):
        read_gauge(gauges.address, "tavrin-bridge", patience=0.3)


def test_a_station_nobody_has_and_an_address_made_of_paths_are_refused(gauges: GaugeService) -> None:
    with pytest.raises(GaugeTroubleError, match="no such gauge"):
        read_gauge(gauges.address, "nowhere")
    with pytest.raises(GaugeTroubleError, match="no such gauge"):
        read_gauge(gauges.address, "../../etc")
    with pytest.raises(GaugeTroubleError, match="cannot be reached"):
        read_gauge("http://127.0.0.1:1", "tavrin-bridge", patience=0.3)


@pytest.mark.parametrize("drip", [b"HTTP/1.0 200 OK\r\nX: ", b"HTTP/1.0 200 OK\r\n\r\n"], ids=["headers", "body"])
def test_a_gauge_that_drips_is_not_waited_for(drip: bytes) -> None:
    ending = threading.Event()
    with socket.create_server(("127.0.0.1", 0)) as server:

        def answer() -> None:
            peer, _ = server.accept()
            with peer, suppress(OSError):
                peer.sendall(drip)
                while not ending.wait(0.05):
                    peer.sendall(b"1")

        threading.Thread(target=answer, daemon=True).start()
        with pytest.raises(GaugeTroubleError, match="did not answer in time"):
            read_gauge(f"http://127.0.0.1:{server.getsockname()[1]}", "tavrin-bridge", patience=0.4)
        ending.set()


def test_a_device_is_waited_for_no_longer_than_one_has_patience_for_all_its_readings(micrometer: LineDevice) -> None:
    micrometer.fault, micrometer.late_by, micrometer.every = "late", 0.6, 1
    assert len(measure(MICROMETER, micrometer.address, 20, patience=0.2, whole=0.5).rejected) <= 3


def test_only_so_many_askings_go_on_at_once_and_a_place_is_free_again_when_one_ends() -> None:
    ending = threading.Event()
    for _ in range(MOST_AT_ONCE):
        with pytest.raises(TimeoutError, match="no answer within"):
            within(0.01, ending.wait)
    with pytest.raises(TimeoutError, match="too many"):
        within(1.0, lambda: None)
    ending.set()
    for _ in range(100):
        with suppress(TimeoutError):
            assert within(1.0, lambda: 7) == 7
            break
        time.sleep(0.02)
    else:
        pytest.fail("no place became free")
