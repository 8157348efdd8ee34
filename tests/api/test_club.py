"""Serving a club over TLS: what cannot serve is refused by name, and what does serve answers over TLS alone."""

from pathlib import Path

import pytest
from django.core.management import CommandError, call_command

from wobbly_fin.site.serve import Server


@pytest.mark.parametrize(
    ("certificate", "key", "says"),
    [
        (None, None, "no certificate at"),
        ("x", None, "no key at"),
        ("not a certificate", "not a key", "are no certificate and its key"),
    ],
)
def test_a_club_needs_a_certificate_and_its_key(tmp_path: Path, certificate: str | None, key: str | None, says: str) -> None:
    files = {"certificate": certificate, "key": key}
    for name, text in files.items():
        if text is not None:
            (tmp_path / name).write_text(text)
    with pytest.raises(CommandError, match=says):
        call_command("club", certificate=str(tmp_path / "certificate"), key=str(tmp_path / "key"), name=["club.example"])


def test_with_both_the_server_speaks_tls_and_without_it_does_not() -> None:
    assert Server("127.0.0.1:0", "", certificate="c.pem", key="k.pem").cfg.is_ssl
    assert not Server("127.0.0.1:0", "").cfg.is_ssl
