"""A real server, a real browser, somebody signed in."""

import os
import random
import time
from collections.abc import Iterator
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.handlers.base import BaseHandler
from django.http import HttpRequest
from django.http.response import HttpResponseBase
from django.test import Client
from django.test.client import ClientHandler
from playwright.sync_api import BrowserContext, Page, expect

from wobbly_fin.accounts.models import Preferences
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


@pytest.fixture(scope="session", autouse=True)
def _late() -> Iterator[None]:
    """With WOBBLY_LATE=seed the server's answers are late by chance and overtake each other, as they do on a phone in a field."""
    seed = os.environ.get("WOBBLY_LATE")
    if seed is None:
        yield
        return
    chance, prompt = random.Random(seed), BaseHandler.get_response

    def late(self: BaseHandler, request: HttpRequest) -> HttpResponseBase:
        answer = prompt(self, request)
        if request.path.startswith("/api/") and not isinstance(self, ClientHandler):
            time.sleep(chance.choice((0.0, 0.0, 0.02, 0.1, 0.3, 0.6, 1.2)))
        return answer

    BaseHandler.get_response = late  # type: ignore[method-assign, assignment]
    yield
    BaseHandler.get_response = prompt  # type: ignore[method-assign]


@pytest.fixture
def hedda(transactional_db: None) -> User:
    user = User.objects.create_user("hedda", password="a long password")
    Preferences.objects.create(user=user, practice=True)
    return user


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
