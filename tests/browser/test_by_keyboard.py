"""The newer views by keyboard alone: a term told, a link made and taken back, pages turned, the trainer answered, a review decided."""

import re
from typing import Any

from django.contrib.auth.models import Group, User
from playwright.sync_api import Page, expect

from tests.api.conftest import Person
from tests.browser.test_shape_stories import rocket_of_demo
from tests.browser.waiting import Slow, settled
from wobbly_fin.accounts.people import OFFICERS


def to(page: Page, role: str, name: str | re.Pattern[str]) -> None:
    """Tab until something has the focus; fails where no key leads there."""
    wanted = (page.get_by_label(str(name)) if role == "textbox" else page.get_by_role(role, name=name)).first  # type: ignore[arg-type]
    expect(wanted).to_be_visible()
    for _ in range(400):  # a page of the logbook alone has some two hundred links
        if wanted.evaluate("element => element === document.activeElement"):
            return
        page.keyboard.press("Tab")
    raise AssertionError(f"no way to {name} by keyboard")


def test_a_term_says_what_it_is_and_goes_again(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, rocket = signed_in, Person(hedda).rocket()
    page.goto(f"{live_server.url}/rockets/{rocket['id']}/motor")
    to(page, "button", "off the rod")
    page.keyboard.press("Enter")
    told = page.get_by_text("when its last lug leaves the rod")
    expect(told).to_be_visible()
    page.keyboard.press("Escape")
    expect(told).to_be_hidden()


def test_a_link_is_made_and_taken_back(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, person = signed_in, Person(hedda)
    rocket = person.rocket()
    page.goto(f"{live_server.url}/rockets/{rocket['id']}/motor")
    to(page, "button", "Share")
    page.keyboard.press("Enter")
    to(page, "button", "Make a link")
    page.mouse.wheel(0, 400)  # under a dialog the page stays where it is
    page.wait_for_timeout(300)
    assert page.evaluate("scrollY") == 0
    page.keyboard.press("Space")
    expect(page.get_by_label("Link")).to_have_value(re.compile("/s/"))
    to(page, "button", "Take it back")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Make a link")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_be_hidden()
    page.mouse.wheel(0, 400)
    page.wait_for_timeout(300)
    assert page.evaluate("scrollY") > 0
    assert person.get("/shares") == []


def test_pages_are_turned_and_a_thing_thrown_away_taken_back(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, person = signed_in, Person(hedda)
    rocket = person.rocket()
    for n in range(52):
        person.log(rocket, flown_on=f"2026-0{1 + n // 28}-{1 + n % 28:02}")
    page.goto(f"{live_server.url}/logbook")
    to(page, "button", "Older")
    page.keyboard.press("Enter")
    expect(page.get_by_text("51–52 of 52 flights")).to_be_visible()
    to(page, "button", "Newer")
    page.keyboard.press("Enter")
    expect(page.get_by_text("1–50 of 52 flights")).to_be_visible()
    last = person.get("/logbook/flights")["flights"][0]["id"]
    page.goto(f"{live_server.url}/logbook/{last}")
    to(page, "button", "Bin this flight")
    page.keyboard.press("Enter")
    to(page, "button", "Undo")
    with page.expect_response(re.compile("/restore")):
        page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Undo")).to_be_hidden()
    assert len(person.get("/logbook/flights?page=0")["flights"]) == 52


def test_the_trainer_is_answered(signed_in: Page, live_server: Any) -> None:
    page = signed_in
    page.goto(f"{live_server.url}/training")
    question = page.get_by_role("region", name="Question 1", exact=True)
    expect(question).to_be_visible()
    for _ in range(60):
        page.keyboard.press("Tab")
        if question.get_by_role("button").first.evaluate("element => element === document.activeElement"):
            break
    page.keyboard.press("Enter")
    expect(question.get_by_role("status")).to_contain_text(re.compile("^(Yes|No)\\."))
    to(page, "button", "Next question")
    page.keyboard.press("Enter")
    expect(page.get_by_role("region", name="Question 2", exact=True)).to_be_visible()


def test_a_password_is_changed(signed_in: Page, live_server: Any, hedda: User) -> None:
    page = signed_in
    page.goto(f"{live_server.url}/settings")
    to(page, "textbox", "Password of now")
    page.keyboard.type("not this one")
    page.keyboard.press("Tab")
    page.keyboard.type("a longer fuse burns slower")
    page.keyboard.press("Enter")
    expect(page.get_by_text("not your password of now")).to_be_visible()
    page.get_by_label("Password of now").fill("a long password")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Your password is changed")).to_be_visible()
    page.reload()
    expect(page.get_by_label("Password of now")).to_have_value("")
    hedda.refresh_from_db()
    assert hedda.check_password("a longer fuse burns slower")


def test_an_officer_reads_the_range_and_its_reasons(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, person = signed_in, Person(hedda)
    hedda.groups.add(Group.objects.get_or_create(name=OFFICERS)[0])
    person.day_with(person.rocket())
    page.goto(f"{live_server.url}/launchdays/range?day=2026-04-18")
    expect(page.get_by_role("listitem").filter(has_text="Pip")).to_contain_text("not decided")
    to(page, "link", re.compile("Cards as PDF"))


def test_the_keyboard_stays_where_it_was_while_an_answer_is_on_its_way(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Post Rider")
    page.goto(f"{live_server.url}/rockets/{key}/recovery")
    shield = page.locator("select[name=protection]")
    settled(page)
    shield.focus()
    slow = Slow(page, "/recovery")
    before = shield.input_value()
    for pressed in ("ArrowDown", "ArrowDown", "Enter"):
        page.keyboard.press(pressed)
    slow.wait_for_one()
    expect(shield).to_be_focused()
    slow.let_go()
    expect(shield).not_to_have_value(before)
    expect(shield).to_be_focused()
    undo = page.get_by_label("Will it come down well?").get_by_role("button", name="Undo")
    page.locator("select[name=fold]").select_option(index=1)
    expect(undo).to_be_enabled()
    undo.focus()
    slow = Slow(page, "/undo")
    page.keyboard.press("Enter")
    slow.wait_for_one()
    expect(undo).to_be_disabled()
    slow.let_go()
    expect(undo).to_be_enabled()
    expect(undo).to_be_focused()
    # But not where somebody has gone elsewhere.
    slow = Slow(page, "/undo")
    page.keyboard.press("Enter")
    slow.wait_for_one()
    shield.focus()
    slow.let_go()
    expect(shield).to_have_value(before)
    expect(shield).to_be_focused()
