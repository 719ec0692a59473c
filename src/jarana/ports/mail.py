"""Letters: sent over SMTP to the server an operator names; the demo and the tests bring one of their own."""

from __future__ import annotations

import smtplib
import ssl
from dataclasses import dataclass
from email.message import EmailMessage
from email.utils import formatdate, make_msgid
from urllib.parse import unquote, urlsplit

DEADLINE_S = 10.0


class NotSentError(Exception):
    """The letter did not go out; it may later."""


@dataclass(frozen=True)
class Letter:
    """A letter in plain text."""

    to: str
    subject: str
    text: str


def send(server: str, sender: str, letter: Letter, deadline: float = DEADLINE_S) -> None:
    """Send a letter.

    Parameters
    ----------
    server
        ``smtp://[user:word@]host:port``, or ``smtps://`` for TLS from the start; a server that offers TLS is spoken to over it.

    Raises
    ------
    NotSentError
        When the server is away, silent for longer than the deadline, or does not take it.
    """
    url = urlsplit(server)
    message = EmailMessage()
    message["From"], message["To"], message["Subject"] = sender, letter.to, letter.subject
    message["Date"], message["Message-ID"] = formatdate(), make_msgid(domain="jarana.invalid")
    message.set_content(letter.text)
    try:
        host, port = url.hostname or "", url.port or 25
        secure = ssl.create_default_context()
        made = (
            smtplib.SMTP_SSL(host, port, timeout=deadline, context=secure)
            if url.scheme == "smtps"
            else smtplib.SMTP(host, port, timeout=deadline)
        )
        with made as talk:
            talk.ehlo_or_helo_if_needed()
            if url.scheme != "smtps" and talk.has_extn("starttls"):
                talk.starttls(context=secure)
            if url.username:
                talk.login(unquote(url.username), unquote(url.password or ""))
            talk.send_message(message)
    except (OSError, smtplib.SMTPException, ValueError) as error:
        raise NotSentError(type(error).__name__) from None
