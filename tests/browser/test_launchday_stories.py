"""Stories of a day at the field: planned at home, packed, flown with a phone that loses its network."""

import re
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client
from playwright.sync_api import Browser, BrowserContext, Page, Route, expect

from tests.browser.begun import demo_visitor
from tests.browser.waiting import fits_the_phone
from wobbly_fin.accounts.visitor import DEMO_USERNAME
from wobbly_fin.launchdays.models import DayEvent
from wobbly_fin.logbook.models import Flight


@pytest.fixture
def demo(context: BrowserContext, live_server: Any, transactional_db: None) -> str:
    """Where the whole demo is served to somebody signed in as its visitor."""
    client = Client()
    client.force_login(demo_visitor())
    context.add_cookies([{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": live_server.url}])
    return str(live_server.url)


def to_the_day(page: Page, demo: str) -> None:
    page.goto(f"{demo}/launchdays")
    page.get_by_role("link", name=re.compile("Thistledown Saturday")).click()
    expect(page.get_by_role("heading", name=re.compile("as planned"))).to_be_visible()


def test_a_day_is_planned_a_change_taken_and_the_car_packed(page: Page, demo: str) -> None:
    to_the_day(page, demo)
    expect(page.get_by_text("Simulated weather")).to_be_visible()
    page.get_by_role("button", name=re.compile("B9-6: do it")).first.click()
    expect(page.get_by_label("Manifest").get_by_role("article").filter(has_text="B9-6")).to_contain_text("Goes: ")

    # Another flight; and one that is taken off comes back.
    manifest = page.get_by_label("Manifest")
    flights = manifest.get_by_role("article").count()
    page.locator("[name=rocket]").select_option(label="Copper Kettle")
    expect(page.locator("[name=motor]")).to_be_enabled()
    page.locator("[name=told_hour]").fill("tea time")
    page.get_by_role("button", name="Add", exact=True).click()
    expect(page.get_by_text("is no time of day")).to_be_visible()
    page.locator("[name=told_hour]").fill("13:30")
    page.get_by_role("button", name="Add", exact=True).click()
    expect(manifest.get_by_role("article")).to_have_count(flights + 1)
    expect(manifest.get_by_text("13:30")).to_be_visible()
    page.get_by_role("button", name=re.compile("Remove Copper Kettle")).first.click()
    expect(manifest.get_by_role("article")).to_have_count(flights)
    page.get_by_role("button", name="Undo").click()
    expect(manifest.get_by_role("article")).to_have_count(flights + 1)

    page.get_by_role("link", name="Pack the car").click()
    expect(page.get_by_role("heading", name="Pack the car")).to_be_visible()
    page.get_by_label(re.compile("masking tape")).check()
    page.reload()
    expect(page.get_by_label(re.compile("masking tape"))).to_be_checked()


def test_a_new_day_begins_empty_and_refuses_what_cannot_be(page: Page, demo: str) -> None:
    page.goto(f"{demo}/launchdays")
    page.get_by_role("button", name="New launch day").click()
    page.locator("[name=name]").fill("Frost meet")
    page.locator("[name=opens]").fill("16:00")
    page.locator("[name=closes]").fill("9:00")
    page.get_by_role("button", name="Make it").click()
    expect(page.get_by_text("is not after the range opens")).to_be_visible()
    page.locator("[name=opens]").fill("9:30")
    page.locator("[name=closes]").fill("12:00")
    page.get_by_role("button", name="Make it").click()
    expect(page.get_by_role("heading", name=re.compile("Nothing on the manifest"))).to_be_visible()
    expect(page.get_by_text("judged in calm air")).to_be_visible()


def test_the_network_goes_mid_checklist_and_nothing_is_lost_or_doubled(page: Page, demo: str, context: BrowserContext) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    to_the_day(page, demo)
    page.get_by_role("link", name="Field mode").click()
    queue = page.get_by_label("Queue")
    expect(queue.get_by_role("listitem").first).to_be_visible()
    flights = Flight.objects.count()
    queue.get_by_role("button", name=re.compile("Inchworm")).first.click()
    page.get_by_role("button", name="Done", exact=True).click()
    expect(page.get_by_text("· 2 of")).to_be_visible()
    expect(page.get_by_text("all sent")).to_be_visible()

    context.set_offline(True)
    for n in range(3):
        page.get_by_role("button", name="Done", exact=True).click()
        expect(page.get_by_text(f"· {n + 3} of")).to_be_visible()
    expect(page.get_by_text("3 to send, no network")).to_be_visible()
    page.get_by_role("button", name="What happened").click()
    page.get_by_role("button", name="opened at the top").click()
    page.get_by_role("button", name=re.compile("landed safe")).click()
    page.locator("[name=height]").fill("67 m")
    page.get_by_role("button", name=re.compile("Into the log")).click()
    expect(page.get_by_text("flown")).to_be_visible()
    expect(page.get_by_text("4 to send")).to_be_visible()
    # The wind is judged without a network too: from the grid the phone carries, and not beyond it.
    for _ in range(20):
        page.get_by_role("button", name="More wind").click()
    expect(queue.get_by_text("no-go").first).to_be_visible()
    for _ in range(8):
        page.get_by_role("button", name="More wind").click()
    expect(queue.get_by_text("not judged").first).to_be_visible()
    assert Flight.objects.count() == flights

    # The first answer never arrives: the server kept them, the phone cannot know, and sends them again.
    lost: list[int] = []

    def swallow(route: Route) -> None:
        if route.request.method == "PUT" and not lost:
            lost.append(route.fetch().status)
            route.abort()
        else:
            route.continue_()

    page.route("**/events", swallow)
    context.set_offline(False)
    expect(page.get_by_text("all sent")).to_be_visible()
    assert lost == [200]
    assert Flight.objects.count() == flights + 1
    assert DayEvent.objects.filter(kind="ticked").count() == 4 and DayEvent.objects.filter(kind="told").count() == 1
    page.reload()
    expect(queue.get_by_text("flown")).to_be_visible()
    # The same rocket's next flight today wants the short list, and the whole one on request.
    queue.get_by_role("button", name=re.compile("Inchworm.* of ")).nth(1).click()
    expect(page.get_by_text("the short list between two flights")).to_be_visible()
    steps = page.get_by_text(re.compile(r"· \d+ of \d+"))
    short = int(steps.inner_text().rsplit(" ", 1)[1])
    page.get_by_role("button", name="The whole list").click()
    expect(page.get_by_text("the whole list.")).to_be_visible()
    assert 0 < short < int(steps.inner_text().rsplit(" ", 1)[1])
    fits_the_phone(page)


DONE = re.compile("^(Done|Hold: looked at it|Looked at twice: done)$")


def to_the_field(page: Page, demo: str, rocket: str) -> None:
    """A flight's list on a phone."""
    page.set_viewport_size({"width": 390, "height": 844})
    to_the_day(page, demo)
    page.get_by_role("link", name="Field mode").click()
    page.get_by_label("Queue").get_by_role("button", name=re.compile(rocket)).first.click()
    expect(page.get_by_label("Where it stands")).to_be_visible()


def note_the_wind(page: Page, warmth: str = "12") -> None:
    page.locator("[name=temperature]").select_option(warmth)
    page.get_by_role("button", name="Note it and judge").click()
    expect(page.get_by_text(re.compile("^Noted"))).to_be_visible()


def tick_until(page: Page, text: str) -> None:
    """Line after line, as one would, until one that says something."""
    shown, step = page.locator("p.font-display.text-2xl"), page.get_by_text(re.compile(r"· \d+ of \d+"))
    for _ in range(60):
        if text in shown.inner_text():
            return
        here = step.inner_text()
        button = page.get_by_role("button", name=DONE)
        if not button.count():
            page.get_by_role("button", name=re.compile("^(Next|Leave it open)$")).click()
        elif button.inner_text().startswith("Hold"):
            button.click()
            page.get_by_role("button", name="Looked at twice: done").click()
        else:
            button.click()
        expect(step).not_to_have_text(here)
    raise AssertionError(f"no line says {text}")


def test_what_is_read_on_site_judges_and_the_scale_is_believed(page: Page, demo: str) -> None:
    to_the_field(page, demo, "Copper Kettle")
    page.get_by_role("button", name="Queue").click()
    note_the_wind(page)
    queue = page.get_by_label("Queue")
    kettle = queue.get_by_role("button", name=re.compile("Copper Kettle"))
    expect(kettle.get_by_text("✓ go")).to_be_visible()
    expect(page.get_by_text(re.compile("^Read just now"))).to_be_visible()

    # Two kilograms more than forecast: no longer.
    kettle.click()
    tick_until(page, "Weigh it")
    page.locator("[name=mass]").fill("heavy")
    page.get_by_role("button", name="Note it", exact=True).click()
    expect(page.get_by_text(re.compile("mass: "))).to_be_visible()
    page.get_by_role("button", name="I have seen it").click()
    page.locator("[name=mass]").fill("2.2 kg")
    page.get_by_role("button", name="Note it", exact=True).click()
    expect(page.get_by_text("Not as planned")).to_be_visible()

    # A no is overridden by nobody.
    page.get_by_role("button", name="Countdown").click()
    expect(page.get_by_text("The verdict is no: no one overrides that")).to_be_visible()
    expect(page.get_by_role("button", name="Count", exact=True)).to_have_count(0)
    page.get_by_role("button", name="Heads up!").click()
    expect(page.get_by_text("Everybody on their feet")).to_be_visible()
    expect(page.get_by_text("Shown on every phone on the range")).to_be_visible()
    # Longer than it takes to hear of calls: one's own is not called to oneself once more.
    page.wait_for_timeout(4500)
    page.get_by_text("It is down: close this").click()
    expect(page.get_by_text("Everybody on their feet")).to_have_count(0)


def test_nothing_flies_past_an_open_hold_and_who_took_one_on_stays_with_the_flight(page: Page, demo: str) -> None:
    to_the_field(page, demo, "Saltmarsh Heron")
    page.get_by_role("button", name="Countdown").click()
    expect(page.get_by_text("No countdown yet")).to_be_visible()
    expect(page.get_by_text("the last reading must be at most 15 minutes old")).to_be_visible()
    barred = page.get_by_role("alert").get_by_role("button")
    assert barred.count() >= 4 and page.get_by_role("button", name="Count", exact=True).count() == 0
    # Each leads to its line. The motor cannot go in past the hold before it.
    barred.filter(has_text="Read the wind again").click()
    expect(page.locator("p.font-display.text-2xl")).to_contain_text("Read the wind again")
    page.get_by_role("button", name="Queue").click()
    note_the_wind(page)
    page.get_by_label("Queue").get_by_role("button", name=re.compile("Saltmarsh Heron")).first.click()
    tick_until(page, "Read the wind again")
    page.get_by_role("button", name="Take it on by name").click()
    page.get_by_role("button", name="I take it on").click()
    expect(page.get_by_text("Whose decision is it?")).to_be_visible()
    page.locator("[name=by]").fill("Odile")
    page.locator("[name=why]").fill("flag hangs down")
    page.get_by_role("button", name="I take it on").click()
    expect(page.locator("p.font-display.text-2xl")).to_contain_text("The motor in your hand")
    # Skipped, the next hold bars the motor.
    page.get_by_role("button", name="Back", exact=True).click()
    expect(page.get_by_text("Odile took it on: flag hangs down")).to_be_visible()
    page.get_by_role("button", name="Next").click()
    tick_until(page, "Count from five")
    expect(page.get_by_label("Where it stands").get_by_text("Armed")).to_have_attribute("aria-current", "step")
    page.get_by_role("button", name="Countdown").click()
    page.get_by_role("button", name="Count", exact=True).click()
    page.get_by_role("button", name="It does not go").click()
    drill = page.get_by_role("dialog", name="Nothing happened")
    expect(drill.get_by_text("Key out")).to_be_visible()
    drill.get_by_role("button", name="Done").click()
    expect(drill.get_by_role("timer")).to_be_visible()
    expect(drill.get_by_role("button", name="Wait")).to_be_disabled()
    drill.get_by_role("button", name="Back").click()
    drill.get_by_role("button", name="Back").click()
    page.get_by_role("button", name="Count", exact=True).click()
    page.get_by_role("button", name="It flies").click()
    page.get_by_role("button", name="What happened").click()
    page.get_by_role("button", name="opened at the top").click()
    page.get_by_role("button", name=re.compile("landed safe")).click()
    page.get_by_role("button", name=re.compile("Into the log")).click()
    expect(page.get_by_text("all sent")).to_be_visible()
    told = DayEvent.objects.get(kind="told", line__rocket__name="Saltmarsh Heron")
    assert told.facts["open_holds"] == [] and DayEvent.objects.filter(kind="misfired").count() == 1
    page.goto(f"{demo}/logbook/{told.pk}")
    expect(page.get_by_label("Holds").get_by_text(re.compile("Odile took it on: flag hangs down"))).to_be_visible()


def test_two_tabs_of_one_phone_offline_lose_no_tick_and_a_slow_network_takes_none_back(
    page: Page, demo: str, context: BrowserContext
) -> None:
    to_the_field(page, demo, "Inchworm")
    other = context.new_page()
    to_the_field(other, demo, "Inchworm")
    context.set_offline(True)
    first = page.locator("p.font-display.text-2xl").inner_text()
    page.get_by_role("button", name="Done", exact=True).click()
    expect(page.locator("p.font-display.text-2xl")).not_to_have_text(first)
    # The other tab still shows the line ticked here, as ticked.
    other.get_by_role("button", name="Next", exact=True).click()
    other.get_by_role("button", name="Done", exact=True).click()
    other.get_by_role("button", name="Done", exact=True).click()
    for tab in (page, other):
        expect(tab.get_by_text(re.compile("to send, no network"))).to_be_visible()
    # The server gets them; what it packs takes for ever to come. What was ticked stays ticked.
    page.route("**/pack*", lambda route: route.abort())
    other.close()
    context.set_offline(False)
    page.evaluate("window.dispatchEvent(new Event('online'))")
    expect(page.get_by_text(re.compile("to send"))).to_have_count(0)
    done = page.get_by_role("progressbar")
    before = float(done.get_attribute("value") or 0)
    assert before >= 2
    page.reload()
    page.get_by_label("Queue").get_by_role("button", name=re.compile("Inchworm")).first.click()
    assert float(page.get_by_role("progressbar").get_attribute("value") or 0) == before
    page.unroute("**/pack*")
    page.evaluate("window.dispatchEvent(new Event('online'))")
    expect(page.get_by_text("all sent")).to_be_visible()
    ticks = list(DayEvent.objects.filter(kind="ticked").values_list("item", flat=True))
    assert len(set(ticks)) == before and len(set(DayEvent.objects.values_list("pk", flat=True))) == DayEvent.objects.count()


def test_the_line_under_the_finger_stays_when_another_tab_ticks_it_and_a_lost_one_is_looked_for(
    page: Page, demo: str, context: BrowserContext
) -> None:
    to_the_field(page, demo, "Inchworm")
    other = context.new_page()
    to_the_field(other, demo, "Inchworm")
    shown = page.locator("p.font-display.text-2xl")
    first = shown.inner_text()
    other.get_by_role("button", name="Done", exact=True).click()
    expect(other.locator("p.font-display.text-2xl")).not_to_have_text(first)
    # Ticked elsewhere, it says so here; a tap meant for it never lands on a line nobody looked at.
    expect(page.get_by_role("button", name="Untick")).to_be_visible()
    expect(shown).to_have_text(first)
    page.get_by_role("button", name="Next", exact=True).click()
    expect(shown).to_have_text(other.locator("p.font-display.text-2xl").inner_text())
    other.close()
    page.get_by_role("button", name="What happened").click()
    page.get_by_role("button", name="opened at the top").click()
    page.get_by_role("button", name="lost", exact=True).click()
    where = page.get_by_role("img", name=re.compile("Look first .* from the pad"))
    expect(where).to_be_visible()
    assert where.locator("circle").count() > 40, "some of its landings are drawn"
    fits_the_phone(page)


def test_the_club_s_own_rules_and_a_forecast_from_a_file(page: Page, demo: str) -> None:
    to_the_day(page, demo)
    page.locator("[name=forecast]").set_input_files({"name": "x.json", "mimeType": "application/json", "buffer": b"not json"})
    expect(page.get_by_role("alert")).to_contain_text("format")
    page.get_by_role("button", name="Change the day").click()
    page.get_by_text("The club’s own rules").click()
    page.locator("[name=stand_off_m]").fill("twenty paces")
    page.get_by_role("button", name="Keep", exact=True).click()
    expect(page.get_by_text("write each row as")).to_be_visible()
    page.locator("[name=stand_off_m]").fill("")
    page.locator("[name=wind_max_m_s]").fill("1 m/s")
    page.get_by_role("button", name="Keep", exact=True).click()
    expect(page.get_by_text("wind to 1.0 m/s")).to_be_visible()
    expect(page.get_by_label("Manifest").get_by_text("no-go").first).to_be_visible()


def test_the_circuit_and_a_rehearsal(page: Page, demo: str) -> None:
    page.goto(f"{demo}/launchdays/firing")
    light = page.get_by_label("Will it light?")
    expect(light.get_by_role("heading", name=re.compile("It lights"))).to_be_visible()
    light.locator("[name=lead]").fill("3 m")
    expect(light.get_by_text(re.compile("Refused: the lead"))).to_be_visible()
    light.locator("[name=lead]").fill("far away")
    expect(light.get_by_text(re.compile("Lead, one way: .far away. is not a length"))).to_be_visible()
    # What there is to choose from stays while a box is wrong.
    expect(light.locator("[name=chemistry]")).to_have_value("alkaline")
    light.locator("[name=lead]").fill("30 m")
    light.locator("[name=gauge]").fill("AWG 24")
    expect(light.get_by_role("heading", name=re.compile("does not light"))).to_be_visible()

    bench = page.get_by_label("Rehearsal")
    bench.get_by_role("button", name="Key in").click()
    expect(bench.get_by_text("Key in.")).to_be_visible()
    bench.get_by_role("button", name="One walks to the pad").click()
    expect(bench.get_by_text("Walked to the pad with the key in the box.")).to_be_visible()


def test_the_page_itself_opens_without_a_network(browser: Browser, demo: str, live_server: Any) -> None:
    client = Client()
    client.force_login(User.objects.get(username=DEMO_USERNAME))
    context = browser.new_context(viewport={"width": 390, "height": 844}, locale="en-GB")
    context.add_cookies([{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": live_server.url}])
    page = context.new_page()
    try:
        to_the_day(page, demo)
        page.get_by_role("link", name="Field mode").click()
        queue = page.get_by_label("Queue")
        expect(queue.get_by_role("listitem").first).to_be_visible()
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        page.reload()  # from now on the worker answers
        expect(queue.get_by_role("listitem").first).to_be_visible()
        context.set_offline(True)
        page.reload()
        expect(queue.get_by_role("listitem").first).to_be_visible()
        queue.get_by_role("button", name=re.compile("Inchworm")).first.click()
        page.get_by_role("button", name="Done", exact=True).click()
        expect(page.get_by_text("1 to send, no network")).to_be_visible()
        page.reload()
        expect(page.get_by_text("1 to send")).to_be_visible()
        context.set_offline(False)
        page.evaluate("window.dispatchEvent(new Event('online'))")
        expect(page.get_by_text("all sent")).to_be_visible()
        assert DayEvent.objects.filter(kind="ticked").count() == 1
    finally:
        context.close()
