"""Two phones, two tabs each, and a network that cuts, holds back and loses answers: no tick is lost, none is kept twice."""

import os
import random
import time
from collections import Counter
from collections.abc import Iterator
from typing import Any, Literal

import pytest
from django.core.handlers.base import BaseHandler
from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from playwright.sync_api import Browser, BrowserContext, Locator, Page, Route, expect
from playwright.sync_api import TimeoutError as PlaywrightTimeoutError

from tests.api.conftest import Person
from wobbly_fin.launchdays.models import DayEvent

THOROUGH = os.environ.get("WOBBLY_THOROUGH") == "1"
SCHEDULES = 500 if THOROUGH else 6
SEED = 28
STEPS = 10
LOST = "X-Lost"
AWAY_MS = 3 * 3_600_000
# A phone whose clock is wrong by hours.
WRONG_CLOCK = f"const Real = Date; Date = class extends Real {{ constructor(...a) {{ a.length ? super(...a) : super(Real.now() + {AWAY_MS}); }} static now() {{ return Real.now() + {AWAY_MS}; }} }};"
KEPT_HERE = """() => new Promise((done) => {
  const asked = indexedDB.open('wobbly-fin-field');
  asked.onsuccess = () => {
    const count = asked.result.transaction('events').objectStore('events').count();
    count.onsuccess = () => { asked.result.close(); done(count.result); };
  };
})"""
Network = Literal["on", "cut", "answers lost", "held", "off"]


class Phone:
    """A browser of its own, its tabs, and what stands between it and the server."""

    def __init__(self, context: BrowserContext, field: str) -> None:
        self.context, self.field = context, field
        self.tabs: list[Page] = []
        self.network: Network = "on"
        self.held: list[Route] = []
        # What was tapped: kind and words; shown on the screen as kept, or not waited for.
        self.shown: Counter[tuple[str, str]] = Counter()
        self.unseen: Counter[tuple[str, str]] = Counter()
        context.route("**/api/launchdays/days/*/*", self._between)

    def _between(self, route: Route) -> None:
        if self.network == "cut":
            route.abort()
        elif self.network == "held":
            self.held.append(route)
        elif self.network == "answers lost":
            # Kept there, and no word of it comes back.
            route.continue_(headers=route.request.headers | {LOST: "1"})
        else:
            route.continue_()

    def let_through(self, lot: random.Random | None = None) -> None:
        """What was held back comes, or is lost after all."""
        held, self.held = self.held, []
        for route in held:
            if lot is not None and lot.random() < 0.5:
                route.abort()
            else:
                route.continue_()

    def turn(self, network: Network) -> None:
        self.context.set_offline(network == "off")
        self.network = network

    def open(self) -> Page:
        page = self.context.new_page()
        page.goto(self.field)
        first, stands = page.get_by_label("Queue").get_by_role("button").first, page.get_by_label("Where it stands")
        for wait in (3_000, 3_000, 20_000):
            # What the page finds out while it is pressed, a clock that is wrong say, moves the button from under the finger.
            if pressed(first) and shows(stands, wait):
                break
        expect(stands).to_be_visible()
        self.tabs.append(page)
        return page

    def kill(self, page: Page) -> None:
        self.tabs.remove(page)
        page.close()


def words(page: Page) -> str:
    return page.locator("p.font-display.text-2xl").inner_text()


def progress(page: Page) -> float:
    return float(page.get_by_role("progressbar").get_attribute("value") or 0)


def pressed(button: Locator) -> bool:
    """Whether it surely was: another phone's tick may make another of it meanwhile, and a slow machine may press it unseen."""
    try:
        button.click(timeout=3_000)
    except PlaywrightTimeoutError:
        return False
    return True


def shows(thing: Locator, wait: float) -> bool:
    """Whether it is seen within so many milliseconds."""
    try:
        expect(thing).to_be_visible(timeout=wait)
    except AssertionError:
        return False
    return True


def usable(button: Locator) -> bool:
    """Whether it can be pressed at this moment."""
    try:
        return button.is_visible() and button.is_enabled(timeout=500)
    except PlaywrightTimeoutError:
        return False


def tap(phone: Phone, page: Page, kind: str, *, wait: bool) -> None:
    """Tick what is shown, or take back what was ticked before it; `wait` until the screen says it is kept."""
    back, onwards = page.get_by_role("button", name="Back"), page.get_by_role("button", name="Next", exact=True)
    if kind == "unticked" and usable(back):
        pressed(back)
    button = page.get_by_role("button", name="Done" if kind == "ticked" else "Untick", exact=True)
    if not usable(button):
        if usable(onwards):
            pressed(onwards)
        return
    said = words(page)
    seen = pressed(button) and wait
    if seen:
        try:
            if kind == "ticked":
                expect(page.locator("p.font-display.text-2xl")).not_to_have_text(said, timeout=5_000)
            else:
                expect(page.get_by_role("button", name="Done", exact=True)).to_be_visible(timeout=5_000)
        except AssertionError:
            seen = False  # ticked again by the other phone meanwhile
    (phone.shown if seen else phone.unseen)[kind, said] += 1


@pytest.fixture
def answers_get_lost(monkeypatch: pytest.MonkeyPatch) -> None:
    """What is asked with a certain header is done, and answered as by a gateway that gave up."""
    prompt = BaseHandler.get_response

    def answer(self: BaseHandler, request: HttpRequest) -> HttpResponseBase:
        found = prompt(self, request)
        return HttpResponse(status=504) if LOST in request.headers else found

    monkeypatch.setattr(BaseHandler, "get_response", answer)


@pytest.fixture
def phones(
    browser: Browser, browser_context_args: dict[str, Any], live_server: Any, transactional_db: None, answers_get_lost: None
) -> Iterator[list[Phone]]:
    hedda = Person("hedda")
    rocket = hedda.rocket()
    hedda.say_built(rocket["id"])
    day, _ = hedda.day_with(rocket)
    made = []
    for n in range(2):
        context = browser.new_context(**browser_context_args | {"viewport": {"width": 390, "height": 844}})
        if n:
            context.add_init_script(WRONG_CLOCK)
        cookie = {"name": "sessionid", "value": hedda.client.cookies["sessionid"].value, "url": live_server.url}
        context.add_cookies([cookie])  # type: ignore[list-item]
        made.append(Phone(context, f"{live_server.url}/launchdays/{day}/field"))
        made[n].open()
        made[n].open()
    yield made
    for phone in made:
        phone.turn("on")
        phone.let_through()
        phone.context.unroute_all(behavior="ignoreErrors")
        phone.context.close()


def ticked() -> int:
    """Lines the server holds for ticked, by the last word on each."""
    told = DayEvent.objects.filter(kind__in=("ticked", "unticked")).order_by("at", "pk")
    return sum(kind == "ticked" for kind in {e.item: e.kind for e in told}.values())


def settled(phones: list[Phone]) -> None:
    """Everything reaches the server, and every screen says what it holds."""
    for phone in phones:
        phone.turn("on")
        phone.let_through()
        if not phone.tabs:
            phone.open()
    deadline = time.monotonic() + 60
    while True:
        tabs = [tab for phone in phones for tab in phone.tabs]
        for tab in tabs:
            tab.evaluate("window.dispatchEvent(new Event('online'))")
            tab.wait_for_timeout(60)
        seen = {progress(tab) for tab in tabs}
        # Nothing is kept here any more that a pack from the server has not brought back.
        sent = [tab.get_by_text("all sent").is_visible() and tab.evaluate(KEPT_HERE) == 0 for tab in tabs]
        if all(sent) and seen == {ticked()}:
            return
        assert time.monotonic() < deadline, (seen, ticked(), sent)


def begin_again(phones: list[Phone]) -> None:
    """Nothing was ticked yet, on any screen."""
    DayEvent.objects.all().delete()
    settled(phones)
    for phone in phones:
        phone.shown.clear()
        phone.unseen.clear()
        for tab in phone.tabs:
            tab.get_by_role("button", name="Queue").click()
            tab.get_by_label("Queue").get_by_role("button").first.click()


def play(phones: list[Phone], lot: random.Random) -> int:
    """One schedule; how many taps it had."""
    taken_back = False
    reached: dict[Page, float] = {}
    for _ in range(STEPS):
        phone = lot.choice(phones)
        tab = lot.choice(phone.tabs) if phone.tabs else phone.open() if phone.network == "on" else None
        what = lot.choice(("tick", "tick", "tick", "tick", "untick", "network", "network", "held", "kill", "open"))
        if what == "network":
            phone.turn(lot.choice(("on", "cut", "answers lost", "held", "off")))
        elif what == "held":
            phone.let_through(lot)
        elif what == "open" and len(phone.tabs) < 2 and phone.network == "on":
            phone.open()
        elif tab is not None and what in ("tick", "untick"):
            tap(phone, tab, f"{what}ed", wait=True)
            taken_back |= what == "untick"
        elif tab is not None and what == "kill":
            tap(phone, tab, "ticked", wait=False)
            phone.kill(tab)
        for phone in phones:
            for page in phone.tabs:
                now = progress(page)
                assert taken_back or now >= reached.get(page, 0.0), "progress went backwards"
                reached[page] = now
    return sum((phone.shown + phone.unseen).total() for phone in phones)


def test_no_tick_is_lost_and_none_is_kept_twice(phones: list[Phone]) -> None:
    lot = random.Random(SEED)
    taps = 0
    begun = time.monotonic()
    for number in range(SCHEDULES):
        begin_again(phones)
        taps += play(phones, lot)
        settled(phones)
        if number % 50 == 49:
            print(number + 1, "schedules,", taps, "taps", flush=True)
        told = list(DayEvent.objects.filter(kind__in=("ticked", "unticked")).order_by("at", "pk"))
        names = [phone.tabs[0].evaluate("localStorage.getItem('wobbly-fin:phone')") for phone in phones]
        for phone, name in zip(phones, names, strict=True):
            kept = Counter((e.kind, e.text) for e in told if e.device == name)
            lost, doubled = phone.shown - kept, kept - phone.shown - phone.unseen
            assert not lost and not doubled, (number, "lost", lost, "doubled", doubled)
    print(f"\n{SCHEDULES} random schedules (seed {SEED}), {taps} taps, {time.monotonic() - begun:.0f} s: none lost, none doubled")
