"""Everybody can use it: no violation axe can find on any view, in any light, at a desk or on a phone; and at 200 %."""

import os
import re
from pathlib import Path
from typing import Any

import pytest
from django.test import Client
from playwright.sync_api import Browser, Page

from tests.browser.begun import demo_visitor
from tests.browser.waiting import settled
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.launchdays.models import LaunchDay
from wobbly_fin.logbook.models import Flight
from wobbly_fin.server.early import VIEWS
from wobbly_fin.sharing.share import share
from wobbly_fin.stores.models import FlyingField

ROOT = Path(__file__).resolve().parents[2]
AXE = (ROOT / "frontend" / "node_modules" / "axe-core" / "axe.min.js").read_text(encoding="utf-8")
RUN = """(options) => axe.run(document, options).then(found => found.violations.map(
  v => `${v.id}: ${v.nodes.length} × ${v.nodes[0].html.slice(0, 140)} ${v.nodes[0].any[0]?.message ?? v.nodes[0].all[0]?.message ?? ''}`))"""
SILENT = """[...document.querySelectorAll('svg')].filter(s => s.clientWidth > 40 && s.clientHeight > 20)
  .filter(s => !s.closest('[aria-hidden=true]') && !s.closest('[aria-label]'))
  .map(s => `a drawing that says nothing: ${s.outerHTML.slice(0, 140)}`)"""
COLOURS = ["color-contrast", "link-in-text-block"]
THOROUGH = os.environ.get("WOBBLY_THOROUGH") == "1"
DESK, PHONE = {"width": 1280, "height": 800}, {"width": 390, "height": 844}


def views(link: str) -> list[str]:
    """Every view the router knows, with things of the demo in it."""
    rocket, quick = Rocket.objects.get(name="Night Ferry").pk, Rocket.objects.get(name="Barn Owl").pk
    day, field = LaunchDay.objects.get().pk, FlyingField.objects.first()
    logged = Flight.objects.filter(logs__isnull=False).first()
    reviewed = Flight.objects.filter(review__isnull=False).first()
    assert field and logged and reviewed
    filled = {
        "/rockets/:id": f"/rockets/{rocket}", "/launchdays/:id": f"/launchdays/{day}", "/logbook/:id": f"/logbook/{logged.pk}",
        "/stores/motors/:key": "/stores/motors/catalogue:C8", "/stores/fields/:id": f"/stores/fields/{field.pk}", "/s/:token": link, "*": "/nowhere",
        "/guide/:chapter": "/guide/logbook",
    }  # fmt: skip
    router = (ROOT / "frontend" / "src" / "router.ts").read_text(encoding="utf-8")
    found = []
    for route in re.findall(r"^  '([^']+)':", router, re.MULTILINE):
        path = route
        for pattern, real in filled.items():
            path = path.replace(pattern, real)
        assert ":" not in path.replace("catalogue:", ""), f"{route} wants something of the demo"
        found.append(path)
    return [*found, f"/logbook/{reviewed.pk}/review", f"/rockets/{quick}/shape", f"/rockets/{quick}/motor"]


@pytest.fixture
def demo(transactional_db: None) -> Any:
    owner = demo_visitor()
    rocket = Rocket.objects.get(name="Night Ferry")
    return owner, f"/s/{share(owner, LaunchDay().pk, rocket_id=rocket.pk, day_id=None).token}"


def open_as(browser: Browser, live_server: Any, user: Any, viewport: dict[str, int], **how: Any) -> Page:
    client = Client()
    client.force_login(user)
    context = browser.new_context(viewport=viewport, reduced_motion="reduce", service_workers="block", **how)  # type: ignore[arg-type]
    context.add_cookies([{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": live_server.url}])
    page = context.new_page()
    page.set_default_timeout(30_000)
    return page


def test_axe_finds_nothing_on_any_view_and_every_drawing_says_what_it_shows(
    demo: Any, browser: Browser, live_server: Any
) -> None:
    """But in a thorough run every second view at a desk, in one of the two other lights as well, and the rest on a phone."""
    owner, link = demo
    found: list[str] = []
    looked = 0
    for viewport in (DESK, PHONE):
        page = open_as(browser, live_server, owner, viewport, bypass_csp=True)
        for number, view in enumerate(views(link)):
            if not THOROUGH and number % 2 == (viewport is DESK):
                continue
            page.goto(live_server.url + view)
            settled(page)
            page.add_style_tag(content="* { transition: none !important }")  # a colour half way is none of a theme's
            page.evaluate(AXE)
            said = page.evaluate(RUN, {"rules": {"target-size": {"enabled": True}}}) + page.evaluate(SILENT)
            lights = ("night-shift", "field") if THOROUGH else (("night-shift", "field")[number // 2 % 2],)
            for theme in lights if viewport is DESK else ():
                # What does not hang on the light is the same in all three.
                page.evaluate("theme => document.documentElement.dataset.theme = theme", theme)
                said += [f"{theme}: {v}" for v in page.evaluate(RUN, {"runOnly": {"type": "rule", "values": COLOURS}})]
                looked += 1
            looked += 1
            found += [f"{viewport['width']} {view}: {v}" for v in said]
        page.context.close()
    print(f"{looked} times looked, {len(found)} violations")
    assert not found, "\n".join(found)


def test_nothing_is_cut_off_at_twice_the_size(demo: Any, browser: Browser, live_server: Any) -> None:
    """At 200 % a window of 1280 has 640 to lay out in: nothing may ask to be scrolled sideways. Every second view, but in a thorough run."""
    owner, link = demo
    page = open_as(browser, live_server, owner, {"width": 640, "height": 400}, device_scale_factor=2)
    wide = []
    for view in views(link)[:: 1 if THOROUGH else 2]:
        page.goto(live_server.url + view)
        settled(page)
        over = page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth")
        if over > 1:
            wide.append(f"{view}: {over} px")
    page.context.close()
    assert not wide, wide


def test_nothing_fetched_early_is_left_lying(demo: Any, browser: Browser, live_server: Any) -> None:
    """What nobody asked for at once would be handed out, old by then, to whoever asks later; the browser complains of it."""
    owner, _ = demo
    parts, quick = Rocket.objects.get(name="Night Ferry").pk, Rocket.objects.get(name="Barn Owl").pk
    keys = {"rockets": (parts, quick), "launchdays": (LaunchDay.objects.get().pk,), "logbook": (Flight.objects.all()[0].pk,)}
    lying: list[str] = []
    opened: list[Page] = []
    for view in VIEWS:
        for key in keys[view.route.split("/")[1]] if ":id" in view.route else ("",):
            page = open_as(browser, live_server, owner, {"width": 1280, "height": 800})
            opened.append(page)
            page.on(
                "console", lambda m, at=f"{view.route} {key}": lying.append(f"{at}: {m.text}") if "preload" in m.text else None
            )
            page.goto(live_server.url + view.route.replace(":id", str(key)))
    page.wait_for_timeout(6000)  # Chromium waits some three seconds before it does
    for page in opened:
        page.context.close()  # each would go on asking for as long as the browser is open
    assert not lying, "\n".join(lying)
