"""What is done quicker than the server answers: nothing of it is lost, and no late answer is taken for the newest."""

import re
import uuid
from typing import Any

from django.contrib.auth.models import User
from playwright.sync_api import Page, expect

from tests.browser.test_shape_stories import rocket_of_demo
from tests.browser.waiting import Slow, settled
from wobbly_fin.workshop.actions.begin import begin_build

BUILD = uuid.UUID("0b6d1f0e-5a39-4b51-9d8c-3f6f4f1b7a10")


def test_a_late_answer_does_not_undo_what_was_told_after_it(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Inchworm")
    begin_build(hedda, key, BUILD, "build")
    page.goto(f"{live_server.url}/rockets/{key}/build")
    ready = page.get_by_label("Will it be ready?").get_by_role("heading", level=2)
    expect(ready).to_contain_text("Ready by")
    settled(page)
    calendar = page.get_by_label("Calendar of the plan")
    with page.expect_response(re.compile("/hours")):
        calendar.locator("[draggable=true]").first.get_by_role("button").click()
    slow = Slow(page, "/hours")
    page.get_by_role("button", name="Undo").last.click()
    slow.wait_for_one()
    warmth = page.locator("[name=temperature]").first
    warmth.fill("3 C")
    warmth.press("Enter")
    page.wait_for_timeout(300)
    slow.let_go()
    expect(ready).to_contain_text("Too cold to plan")


def test_every_step_of_a_key_counts_and_undo_waits_its_turn(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Inchworm")
    page.goto(f"{live_server.url}/rockets/{key}/shape")
    page.get_by_label("Parts from nose to tail").get_by_role("button", name=re.compile(r"\bfins\b")).click()
    span = page.locator("[name=span_m]")
    expect(span).not_to_have_value("")
    settled(page)
    millimetres = float(span.input_value().split()[0])
    slow = Slow(page, "/shape/edit")
    page.get_by_role("slider", name="fins: span").focus()
    for _ in range(5):
        page.keyboard.press("ArrowUp")
    slow.wait_for_one()
    page.keyboard.press("Control+z")
    page.keyboard.press("ArrowUp")
    slow.let_go()
    # The first step goes alone, the four that wait for its answer as one; that one is taken back, and one more done.
    expect(page.get_by_text("was changed elsewhere")).to_have_count(0)
    expect(span).to_have_value(re.compile(rf"^{millimetres + 2:g}\b"))
