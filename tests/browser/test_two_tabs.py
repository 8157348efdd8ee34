"""The same thing open twice; things thrown away by mistake; a logbook longer than a page."""

from typing import Any

from django.contrib.auth.models import User
from playwright.sync_api import Page, expect

from tests.api.conftest import Person


def test_an_edit_from_another_tab_is_shown_and_not_written_over(signed_in: Page, live_server: Any, hedda: User) -> None:
    """Hedda sets a flight's facts right on the desk while her phone has it open, too."""
    person = Person(hedda)
    key = person.log(person.rocket())[1]["id"]
    desk = signed_in
    phone = desk.context.new_page()
    for tab in (desk, phone):
        tab.goto(f"{live_server.url}/logbook/{key}")
        tab.get_by_text("The facts as told").click()
    phone.get_by_label("Remarks").fill("Landed in the ditch.")
    desk.get_by_label("Remarks").fill("Nose cone cracked.")
    phone.get_by_role("button", name="Set the facts right").click()
    expect(phone.get_by_text("The facts are set right")).to_be_visible()
    desk.get_by_role("button", name="Set the facts right").click()
    expect(desk.get_by_text("changed elsewhere meanwhile").first).to_be_visible()
    # Hers is still in the box, and what stands is the phone's.
    expect(desk.get_by_label("Remarks")).to_have_value("Nose cone cracked.")
    assert person.get(f"/logbook/flights/{key}")["flight"]["remarks"] == "Landed in the ditch."
    desk.get_by_role("button", name="Set the facts right").click()
    expect(desk.get_by_text("The facts are set right")).to_be_visible()
    assert person.get(f"/logbook/flights/{key}")["flight"]["remarks"] == "Nose cone cracked."


def test_a_line_thrown_off_the_manifest_comes_back_with_its_ticks(signed_in: Page, live_server: Any, hedda: User) -> None:
    person = Person(hedda)
    day, line = person.day_with(person.rocket())
    signed_in.goto(f"{live_server.url}/launchdays/{day}")
    signed_in.get_by_role("button", name="Remove Pip").click()
    expect(signed_in.get_by_text("is off the manifest")).to_be_visible()
    signed_in.get_by_role("button", name="Undo").click()
    expect(signed_in.get_by_role("button", name="Remove Pip")).to_be_visible()
    assert [x["id"] for x in person.get(f"/launchdays/days/{day}")["lines"]] == [str(line)]


def test_a_long_logbook_is_leafed_through(signed_in: Page, live_server: Any, hedda: User) -> None:
    person = Person(hedda)
    rocket = person.rocket()
    for n in range(53):
        person.log(rocket, flown_on=f"2026-0{1 + n // 28}-{1 + n % 28:02}", remarks=f"flight {n}")
    signed_in.goto(f"{live_server.url}/logbook")
    expect(signed_in.get_by_text("1–50 of 53 flights")).to_be_visible()
    expect(signed_in.get_by_text("flight 52", exact=True)).to_be_visible()
    signed_in.get_by_role("button", name="Older").first.click()
    expect(signed_in.get_by_text("51–53 of 53 flights")).to_be_visible()
    expect(signed_in.get_by_text("flight 0", exact=True)).to_be_visible()
    assert "page=2" in signed_in.url
    signed_in.go_back()
    expect(signed_in.get_by_text("1–50 of 53 flights")).to_be_visible()
    signed_in.get_by_role("button", name="All 53 at once").click()
    expect(signed_in.get_by_text("1–53 of 53 flights")).to_be_visible()
    # Narrowing begins at the first page again.
    signed_in.get_by_label("How it went").select_option("failure")
    expect(signed_in.get_by_text("No flight is like that.")).to_be_visible()


def test_read_outs_typed_before_somebody_elses_edit_are_not_kept_over_it(signed_in: Page, live_server: Any, hedda: User) -> None:
    """What counts is what stood when typing began, even where the page has read the other edit meanwhile."""
    person = Person(hedda)
    key = person.log(person.rocket())[1]["id"]
    path = f"/logbook/flights/{key}/readouts"
    page = signed_in
    page.goto(f"{live_server.url}/logbook/{key}")
    page.get_by_role("button", name="Type them off an altimeter").click()
    page.get_by_label("peak height").fill("480 ft")
    assert person.call("PUT", path, {"typed": {"apogee_m": "150 m"}})[0] == 200
    page.evaluate("window.dispatchEvent(new Event('visibilitychange'))")  # the page is looked at again: it reads anew
    page.get_by_role("button", name="Keep the read-outs").click()
    expect(page.get_by_text("changed elsewhere meanwhile").first).to_be_visible()
    expect(page.get_by_label("peak height")).to_have_value("480 ft")
    page.get_by_role("button", name="Keep the read-outs").click()
    expect(page.get_by_role("button", name="Type them off an altimeter")).to_be_visible()
    read = {r["name"]: r["typed"] for r in person.get(f"/logbook/flights/{key}/page")["readouts"]}
    assert read["apogee_m"] == "480 ft"


def test_ones_own_edits_are_nobody_elses(signed_in: Page, live_server: Any, hedda: User) -> None:
    """Sightings begun before the read-outs were kept are kept at the first press; a key held down moves the landing place each time."""
    person = Person(hedda)
    key = person.log(person.rocket())[1]["id"]
    page = signed_in
    page.goto(f"{live_server.url}/logbook/{key}")
    page.get_by_text("Tracked from the ground").click()
    page.get_by_label("Seconds of fall").fill("20")
    page.get_by_text("The facts as told").click()
    page.get_by_label("Remarks").fill("Begun before the rest.")
    page.get_by_role("button", name="Type them off an altimeter").click()
    page.get_by_label("peak height").fill("140 m")
    page.get_by_role("button", name="Keep the read-outs").click()
    expect(page.get_by_role("button", name="Type them off an altimeter")).to_be_visible()
    expect(page.get_by_label("Seconds of fall")).to_have_value("20")
    page.get_by_role("button", name="Work out the height").click()
    expect(page.get_by_text("the time of fall").first).to_be_visible()
    page.get_by_role("button", name="Set the facts right").click()
    expect(page.get_by_text("The facts are set right")).to_be_visible()
    place = page.get_by_role("application", name="Choose the place")
    place.focus()
    before = person.get(f"/logbook/flights/{key}/page")["landed"]
    wanted = round(before["x_m"] or before["forecast_x_m"] or 0) + 6
    # The steps are kept one after another: the last answer is waited for.
    with page.expect_response(lambda r: r.url.endswith("/landed") and r.json()["landed"]["x_m"] == wanted):
        for _ in range(6):
            place.press("ArrowRight")
    assert person.get(f"/logbook/flights/{key}/page")["landed"]["x_m"] == wanted
    expect(page.get_by_text("changed elsewhere")).to_have_count(0)
