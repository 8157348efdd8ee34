"""Stories of wind: a flight watched and scattered over a field, a field drawn, a height aimed at, a box filled."""

import re
from typing import Any

import pytest
from django.test import Client
from playwright.sync_api import BrowserContext, Page, expect

from tests.browser.begun import demo_visitor
from wobbly_fin.demo.load import demo_key


@pytest.fixture
def demo(context: BrowserContext, live_server: Any, transactional_db: None) -> str:
    """Where the whole demo is served to somebody signed in as its visitor."""
    client = Client()
    client.force_login(demo_visitor())
    context.add_cookies([{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": live_server.url}])
    return str(live_server.url)


def test_hedda_watches_a_flight_lean_and_sees_where_it_may_land(page: Page, demo: str) -> None:
    page.goto(f"{demo}/")
    page.get_by_role("link", name=re.compile("Copper Kettle")).first.click()
    page.get_by_role("link", name="Motor", exact=True).click()
    expect(page.get_by_label("Verdict board")).to_be_visible()
    page.get_by_role("link", name="See it fly").click()
    expect(page.get_by_role("img", name=re.compile("The flight from the side"))).to_be_visible()
    with page.expect_response(re.compile("/scatter")):
        page.get_by_role("button", name="Scatter it").click()
    expect(page.get_by_text("1000 of 1000 flown")).to_be_visible()
    first = page.get_by_text("land inside the field").inner_text()

    # More wind, from elsewhere: the old cloud no longer holds and goes; a new one tells another story.
    with page.expect_response(re.compile("/api/conditions")):
        page.locator("[name=wind]").fill("7 m/s")
        page.locator("[name=wind]").press("Enter")
    expect(page.get_by_text("1000 of 1000 flown")).to_have_count(0)
    page.get_by_role("button", name="Scatter it").click()
    expect(page.get_by_text("1000 of 1000 flown")).to_be_visible()
    expect(page.get_by_text("land inside the field")).not_to_have_text(first, use_inner_text=True)

    # Played back and scrubbed.
    clock = page.locator("output")
    page.get_by_label("Time in the flight").fill("3")
    expect(clock).to_contain_text("3.0 s")
    page.get_by_role("button", name="Play", exact=True).click()
    expect(clock).not_to_contain_text("3.0 s")

    # A million are capped, and stopped when asked.
    page.get_by_role("spinbutton", name="Flights").fill("1000000")
    page.get_by_role("button", name="Scatter it").click()
    expect(page.get_by_text(re.compile(r"of 20000 flown"))).to_be_visible()
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_text("1000000 flights were asked for")).to_be_visible()
    expect(page.get_by_text("stopped")).to_be_visible()


def test_a_height_is_aimed_at_and_chosen(page: Page, demo: str) -> None:
    page.goto(f"{demo}/")
    page.get_by_role("link", name=re.compile("Inchworm")).first.click()
    page.get_by_role("link", name="Motor", exact=True).click()
    aim = page.get_by_label("Aim at a height or a time")
    aim.get_by_role("button", name="Aim").click()
    expect(aim.get_by_text("aim at a height")).to_be_visible()
    aim.get_by_label("Height").fill("65 m")
    aim.get_by_label("Ballast up to").fill("20 g")
    with page.expect_response(re.compile("/aim")):
        aim.get_by_role("button", name="Aim").click()
    expect(aim.get_by_text("comes nearest")).to_be_visible()
    chosen = aim.locator("tbody button").first
    label = chosen.inner_text()
    chosen.click()
    expect(page.get_by_label("The flight", exact=True).get_by_role("heading", level=2)).to_have_text(label, use_inner_text=True)


def test_a_field_is_drawn_and_undone_and_a_box_is_filled(page: Page, demo: str) -> None:
    page.goto(f"{demo}/stores/fields")
    page.get_by_label("Name").fill("Crooked Acre")
    page.get_by_role("button", name="Keep it").click()
    page.get_by_role("link", name="Draw it").click()
    page.get_by_role("button", name="A square").click()
    page.get_by_role("button", name="+ water").click()
    field = page.get_by_role("application")
    box = field.bounding_box()
    assert box
    for x, y in ((0.55, 0.4), (0.65, 0.4), (0.6, 0.5)):
        page.mouse.click(box["x"] + x * box["width"], box["y"] + y * box["height"])
    page.get_by_role("button", name="Done").click()
    expect(field.get_by_role("button")).to_have_count(7)
    page.get_by_role("button", name="Undo").click()
    expect(field.get_by_role("button")).to_have_count(6)
    page.get_by_role("button", name="Redo").click()
    corner = field.get_by_role("button", name=re.compile("Outline corner 3"))
    corner.focus()
    corner.press("Shift+ArrowRight")
    with page.expect_response(re.compile("/ground")):
        page.get_by_role("button", name="Keep the drawing").click()
    expect(page.get_by_text("shorter side")).to_be_visible()
    page.reload()
    expect(field.get_by_role("button")).to_have_count(7)

    page.goto(f"{demo}/stores/box")
    page.get_by_label("One E19 more to buy").click()
    expect(page.get_by_label("Buying list")).to_have_count(0)  # nobody sells an invented motor
    page.get_by_label("Your motors").fill("E22-6")
    page.get_by_role("button", name="Put 1 motor into the box").click()
    page.get_by_label("One E22-6 more to buy").click()
    expect(page.get_by_label("Buying list")).to_contain_text("1 × E22-6")


def test_a_cluster_of_three_is_drawn_and_says_what_a_dud_would_do(page: Page, demo: str) -> None:
    key = demo_key("rocket", "Three Sisters")
    page.goto(f"{demo}/rockets/{key}/shape")
    page.get_by_role("button", name="Cut open").click()
    page.get_by_role("link", name="Motor", exact=True).click()
    page.get_by_role("link", name="See it fly").click()
    expect(page.get_by_text("If one of the cluster fails to light")).to_be_visible()
