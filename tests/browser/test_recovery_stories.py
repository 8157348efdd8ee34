"""Stories of recovery: a bay looked into, a canopy packed step by step."""

import re
from typing import Any

import pytest
from django.test import Client
from playwright.sync_api import BrowserContext, Page, expect

from tests.browser.begun import demo_visitor
from tests.browser.waiting import fits_the_phone
from wobbly_fin.demo.load import demo_key


@pytest.fixture
def demo(context: BrowserContext, live_server: Any, transactional_db: None) -> str:
    """Where the whole demo is served to somebody signed in as its visitor."""
    client = Client()
    client.force_login(demo_visitor())
    context.add_cookies([{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": live_server.url}])
    return str(live_server.url)


def answered(page: Page) -> Any:
    """The station's next answer."""
    return page.expect_response(lambda r: "/recovery" in r.url and r.request.method == "PUT")


def test_a_bay_is_looked_into_and_packed_by_the_card(page: Page, demo: str) -> None:
    page.goto(f"{demo}/rockets/{demo_key('rocket', 'Copper Kettle')}/motor")
    page.get_by_role("link", name="Recovery", exact=True).click()
    expect(page.get_by_role("heading", name=re.compile("Lands at"))).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("The bay from nose to motor.*treated tissue"))).to_be_visible()
    chain = page.get_by_label("What holds it")
    expect(chain.get_by_text("the weakest")).to_be_visible()
    worst = chain.locator("ol").inner_text()
    chain.get_by_role("button", name=re.compile("elastic knotted")).click()
    expect(chain.locator("ol")).not_to_have_text(worst, use_inner_text=True)

    # Another school: other drawings, other wadding; stepped through to the end, and ticked over a reload.
    for box, choice in (("fold", "rolled"), ("protection", "fluff")):
        with answered(page):
            page.locator(f"[name={box}]").select_option(choice)
    card = page.get_by_label("Packing", exact=True)
    titles: list[str] = []
    while card.get_by_role("button", name="Done, next").count():
        titles.append(card.get_by_role("heading", level=4).inner_text())
        card.get_by_role("button", name="Done, next").click()
        if len(titles) == 4:
            page.reload()
            expect(card.get_by_role("heading", level=4)).to_contain_text("5.")
    assert any("Roll it from the point" in t for t in titles) and any("Blow test" in t for t in titles)
    expect(card.get_by_text("Packed.")).to_be_visible()
    card.get_by_role("button", name="Pack it again").click()
    expect(card.get_by_role("heading", level=4)).to_contain_text("1.")
    card.get_by_role("link", name="Print the card").click()
    expect(page.get_by_role("heading", name=re.compile("Copper Kettle: packing card"))).to_be_visible()
    expect(page.get_by_role("listitem")).to_have_count(len(titles))
    page.get_by_role("link", name="Back to the bay").click()

    # Untreated paper is refused here and on the board; taken back it is not.
    with answered(page):
        page.locator("[name=wadding]").fill("laundry sheets")
        page.locator("[name=wadding]").press("Enter")
    expect(page.get_by_text("burns and starts fires").first).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("burns and starts fires")).to_have_count(0)

    page.set_viewport_size({"width": 390, "height": 844})
    expect(card).to_be_visible()
    fits_the_phone(page)


def test_another_canopy_is_tried_taken_and_trimmed(page: Page, demo: str) -> None:
    page.goto(f"{demo}/rockets/{demo_key('rocket', 'Copper Kettle')}/recovery")
    landing = page.get_by_role("heading", level=2)
    before = landing.inner_text()
    page.get_by_role("tab", name="Other canopies").click()
    packing = page.get_by_label("Packing", exact=True)
    expect(packing.get_by_text("nearest up")).to_be_visible()
    packing.get_by_role("button", name=re.compile("Take .*760")).click()
    expect(landing).not_to_have_text(before, use_inner_text=True)
    expect(landing).to_contain_text("drifts")
    packing.get_by_role("button", name=re.compile("Cut a .* hole")).click()
    expect(landing).to_contain_text("usual")

    page.get_by_role("tab", name="Learn").click()
    expect(page.get_by_text("Which of these four is wrong?")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Drawing 1")).click()
    expect(page.get_by_text(re.compile("[01] of 1 right"))).to_be_visible()
    page.get_by_role("button", name="Another", exact=True).click()
    expect(page.get_by_role("button", name=re.compile("^Drawing 4"))).to_be_enabled()


def test_two_events_high_up(page: Page, demo: str) -> None:
    page.goto(f"{demo}/rockets/{demo_key('rocket', 'Old Bellwether')}/recovery")
    expect(page.get_by_role("img", name=re.compile("Height against time.*first opening.*canopy"))).to_be_visible()
    expect(page.get_by_text(re.compile("with the main at once it would be"))).to_be_visible()
    bay = page.get_by_role("group", name="The main’s bay")
    reckoned = bay.inner_text()
    with answered(page):
        page.locator("[name=main_pins]").fill("5")
        page.locator("[name=main_pins]").press("Enter")
    expect(bay).not_to_have_text(reckoned, use_inner_text=True)
    # Bad input stands at its box and changes nothing.
    page.locator("[name=main_throw]").fill("very hard")
    page.locator("[name=main_throw]").press("Enter")
    expect(bay.get_by_text("is not a force")).to_be_visible()

    bay.get_by_text(re.compile("Ground tests")).click()
    page.locator("[name=main_charge]").fill("2.1 g")
    bay.get_by_role("button", name="Keep the test").click()
    expect(bay.get_by_text(re.compile("Ground-tested on .* with 2.1 g: threw everything clear"))).to_be_visible()
    # Let out at once it walks farther: the drogue is gone from the picture.
    with answered(page):
        page.locator("[name=first]").select_option("main")
    expect(page.get_by_role("img", name=re.compile("first opening"))).to_have_count(0)
