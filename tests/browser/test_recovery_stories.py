"""Stories of recovery: a bay looked into, a canopy packed step by step."""

import re
from typing import Any

import pytest
from django.test import Client
from playwright.sync_api import BrowserContext, Page, expect

from wobbly_fin.accounts.demo.load import demo_key, load_demo


@pytest.fixture
def demo(context: BrowserContext, live_server: Any, transactional_db: None) -> str:
    """Where the whole demo is served to somebody signed in as its visitor."""
    client = Client()
    client.force_login(load_demo())
    context.add_cookies([{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": live_server.url}])
    return str(live_server.url)


def test_a_bay_is_looked_into_and_packed_by_the_card(page: Page, demo: str) -> None:
    page.goto(f"{demo}/rockets/{demo_key('rocket', 'Copper Kettle')}/motor")
    page.get_by_role("link", name="Recovery", exact=True).click()
    expect(page.get_by_role("heading", name=re.compile("Lands at"))).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("The bay from nose to motor: treated tissue"))).to_be_visible()
    chain = page.get_by_label("What holds it")
    expect(chain.get_by_text("the weakest")).to_be_visible()
    worst = chain.locator("ol").inner_text()
    chain.get_by_role("button", name=re.compile("in time")).click()
    assert chain.locator("ol").inner_text() != worst

    # Another school: other drawings, other wadding; stepped through to the end.
    with page.expect_response(re.compile("/recovery")):
        page.locator("[name=fold]").select_option("rolled")
    with page.expect_response(re.compile("/recovery")):
        page.locator("[name=protection]").select_option("fluff")
    card = page.get_by_label("Packing card")
    titles = []
    while card.get_by_role("button", name="Done, next").count():
        titles.append(card.get_by_role("heading", level=4).inner_text())
        card.get_by_role("button", name="Done, next").click()
    assert any("untwisted" in t for t in titles) and len(titles) == 7
    expect(card.get_by_role("button", name="Packed")).to_be_disabled()
    page.locator("[name=wadding]").fill("laundry sheets")
    page.locator("[name=wadding]").press("Enter")
    expect(page.get_by_text("burns and starts fires")).to_be_visible()

    # A canopy that does not fit is seen at once.
    page.get_by_role("link", name="Shape", exact=True).click()
    page.set_viewport_size({"width": 390, "height": 844})
    page.get_by_role("link", name="Recovery", exact=True).click()
    expect(card).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
