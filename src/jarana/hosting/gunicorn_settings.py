"""Settings of the production server."""

from typing import Any

from jarana.hosting.warm_up import warm_up

wsgi_app = "jarana.api.app:create_app()"
worker_class = "gthread"
workers = 2
threads = 4
preload_app = True
graceful_timeout = 5
timeout = 60
accesslog = None
errorlog = "-"
loglevel = "warning"
control_socket_disable = True


def on_starting(_server: Any) -> None:
    """Compile or load the kernels before any worker is made, so that no first click waits."""
    warm_up()
