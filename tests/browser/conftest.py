"""A real server, a real browser, somebody signed in."""

import os
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client
from playwright.sync_api import BrowserContext, Page, expect

from wobbly_fin.site.warm import warm

# A loaded machine may take its time; what is waited for still has to come.
expect.set_options(timeout=20_000)

CHROMIUM = os.environ.get("CHROMIUM", "/usr/bin/chromium")
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]


@pytest.fixture(scope="session")
def browser_type_launch_args(browser_type_launch_args: dict[str, Any]) -> dict[str, Any]:
    return browser_type_launch_args | {"executable_path": CHROMIUM, "headless": True, "args": FLAGS}


@pytest.fixture(scope="session")
def browser_context_args(browser_context_args: dict[str, Any]) -> dict[str, Any]:
    return browser_context_args | {"viewport": {"width": 1280, "height": 800}, "locale": "en-GB", "service_workers": "block"}


@pytest.fixture(scope="session", autouse=True)
def _warm() -> None:
    warm()


@pytest.fixture
def hedda(transactional_db: None) -> User:
    return User.objects.create_user("hedda", password="a long password")


@pytest.fixture
def signed_in(context: BrowserContext, live_server: Any, hedda: User) -> Page:
    """A page of somebody signed in with an empty hangar; console errors fail the test."""
    client = Client()
    client.force_login(hedda)
    context.add_cookies([{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": live_server.url}])
    page = context.new_page()
    page.set_default_timeout(30_000)
    page.goto(live_server.url)
    return page
