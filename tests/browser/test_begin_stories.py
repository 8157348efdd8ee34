"""Three people with nothing in the hangar: a kit by phone, a tube at the desk, a goal; each comes to a chosen motor."""

import re
from typing import Any

from playwright.sync_api import Page, expect

from tests.browser.waiting import fits_the_phone
from wobbly_fin.hangar.models import Rocket

KIT = "nose cone, plastic\nbody tube 25 x 300\n3 balsa fins\n18 mm motor mount with hook\n12 in parachute\nlug\ndecals\nflux bracket"


class Hand:
    """Counts what a person does: taps, and boxes filled."""

    def __init__(self, page: Page) -> None:
        self.page, self.taps, self.boxes = page, 0, 0

    def tap(self, what: Any) -> None:
        what.click()
        self.taps += 1

    def fill(self, label: str, text: str) -> None:
        self.page.get_by_label(label).first.fill(text)
        self.boxes += 1
        self.taps += 1


def takes_it_and_has_a_motor(hand: Hand) -> None:
    page = hand.page
    hand.tap(page.get_by_role("button", name="Take this one"))
    page.wait_for_url(re.compile(r"/rockets/.+/shape"))
    expect(page.get_by_text(re.compile("It will fly straight")).first).to_be_visible()
    hand.tap(page.get_by_role("link", name="Motor", exact=True))
    expect(page.get_by_text(re.compile(r"passes all that can be judged|^Fly "))).not_to_have_count(0)


def test_a_kit_by_phone_becomes_a_rocket_with_a_motor(signed_in: Page, live_server: Any) -> None:
    page = signed_in
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(live_server.url)
    hand = Hand(page)
    hand.tap(page.get_by_text("I have a kit box"))
    hand.fill("What is in it?", KIT)
    shown = page.get_by_label("Whole rockets")
    expect(shown.get_by_role("article")).to_have_count(1)
    expect(shown.get_by_text("6 of 8 lines became parts.")).to_be_visible()
    expect(shown.get_by_text("Which part is this?")).to_be_visible()
    fits_the_phone(page)
    hand.fill("Name", "Sparrow")
    takes_it_and_has_a_motor(hand)
    assert Rocket.objects.get().name == "Sparrow" and hand.taps <= 25


def test_a_tube_at_the_desk_becomes_a_rocket_and_what_is_typed_survives_a_reload(signed_in: Page, live_server: Any) -> None:
    page = signed_in
    page.goto(f"{live_server.url}/new")
    hand = Hand(page)
    hand.tap(page.get_by_text("A tube", exact=True))
    hand.fill("How wide is it?", "1.34 in")
    cards = page.get_by_label("Whole rockets").get_by_role("article")
    expect(cards).not_to_have_count(0)
    hand.fill("How long is it?", "45 cm")
    page.wait_for_timeout(600)
    page.reload()
    expect(page.get_by_label("How wide is it?")).to_have_value("1.34 in")
    expect(cards).not_to_have_count(0)
    page.get_by_label("How wide is it?").fill("a lot")
    expect(page.get_by_text("a lot' is not")).to_be_visible()
    expect(cards).to_have_count(0)
    page.get_by_label("How wide is it?").fill("1.34 in")
    expect(cards).not_to_have_count(0)
    takes_it_and_has_a_motor(hand)
    assert hand.boxes <= 12


def test_a_goal_is_searched_stopped_chosen_among_and_taken(signed_in: Page, live_server: Any) -> None:
    page = signed_in
    page.goto(f"{live_server.url}/new?way=goal")
    hand = Hand(page)
    hand.fill("At least this high", "120 m")
    hand.fill("At most this high", "200 m")
    cards = page.get_by_label("Whole rockets").get_by_role("article")
    expect(cards).not_to_have_count(0)
    expect(page.get_by_label("Whole rockets")).to_have_attribute("aria-busy", "false", timeout=60_000)
    count, kept = cards.count(), 1
    if count > 1:
        hand.tap(cards.nth(1).get_by_role("button"))
        expect(cards.nth(1).get_by_role("button")).to_have_attribute("aria-pressed", "true")
        page.get_by_label("Keep 1 too, as another version").check()
        kept = 2
    if count > 2:
        # A dot of the picture is a rocket, too.
        page.get_by_text("Compare two things at once").click()
        page.get_by_label("Upwards").select_option("Weight")
        page.get_by_label(re.compile("^Look at 3:")).press("Enter")
        expect(cards.nth(2).get_by_role("button")).to_have_attribute("aria-pressed", "true")
    takes_it_and_has_a_motor(hand)
    assert hand.boxes <= 6 and Rocket.objects.get().revision == kept


def test_a_wish_is_granted_on_the_bench(signed_in: Page, live_server: Any) -> None:
    page = signed_in
    page.goto(f"{live_server.url}/new?way=tube")
    hand = Hand(page)
    hand.fill("How wide is it?", "34 mm")
    takes_it_and_has_a_motor(hand)
    page.get_by_role("link", name="Shape", exact=True).click()
    page.get_by_text("What if").click()
    page.get_by_label("What it should do").select_option("landing")
    page.get_by_label("How much").fill("3.5 m/s")
    page.get_by_role("button", name="What would it take?").click()
    wish = page.get_by_label("A wish")
    expect(wish.get_by_role("button", name="Do it").first).to_be_visible()
    before = Rocket.objects.get().revision
    wish.get_by_role("button", name="Do it").first.click()
    expect(wish.get_by_role("button", name="Do it")).to_have_count(0)
    assert Rocket.objects.get().revision == before + 1
