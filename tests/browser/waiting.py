"""When a page is there whole."""

from playwright.sync_api import Page

# What is out of sight is drawn at leisure and is busy until then; what is reckoned says so with three dots.
WHOLE = """() => !document.querySelector('[aria-busy=true]')
  && ![...document.querySelectorAll('[role=status]')].some(s => s.textContent.trim().endsWith('…'))"""


def settled(page: Page) -> None:
    """Waits until nothing of a page just opened is still to come, in sight or out of it."""
    page.wait_for_load_state("networkidle")
    page.wait_for_function(WHOLE)


def fits_the_phone(page: Page) -> None:
    """Waits until the whole page is no wider than a phone; drawings follow the width a frame later."""
    settled(page)
    page.wait_for_function("document.documentElement.scrollWidth <= 390")
