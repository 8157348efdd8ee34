"""When a page is there whole, and when an answer comes."""

import re

from playwright.sync_api import APIResponse, Page, Route

# What is out of sight is drawn at leisure and is busy until then; what is reckoned says so with three dots.
WHOLE = """() => !document.querySelector('[aria-busy=true]')
  && ![...document.querySelectorAll('[role=status]')].some(s => s.textContent.trim().endsWith('…'))"""

# What the motor board advises: to fly it, or that it passes what can be judged so far.
ADVICE = re.compile(r"^(Fly [A-D]|\S+ passes all)")


def settled(page: Page) -> None:
    """Waits until nothing of a page just opened is still to come, in sight or out of it."""
    page.wait_for_load_state("networkidle")
    page.wait_for_function(WHOLE)


def fits_the_phone(page: Page) -> None:
    """Waits until the whole page is no wider than a phone; drawings follow the width a frame later."""
    settled(page)
    page.wait_for_function("document.documentElement.scrollWidth <= 390")


class Slow:
    """The server does what it is asked to, but its answers to one address are on their way until they are let go."""

    def __init__(self, page: Page, address: str) -> None:
        self._held: list[tuple[Route, APIResponse]] = []
        self._page, self._slow = page, True
        page.route(re.compile(address), self._asked)

    def _asked(self, route: Route) -> None:
        if self._slow:
            self._held.append((route, route.fetch()))
        else:
            route.continue_()

    def wait_for_one(self) -> None:
        while not self._held:
            self._page.wait_for_timeout(50)

    def let_go(self) -> None:
        self._slow = False
        for route, answer in self._held:
            route.fulfill(response=answer)
