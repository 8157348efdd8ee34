"""One thing is changed at one place, and whatever hangs on it elsewhere has followed, without a reload."""

import re
import uuid
from typing import Any

from django.contrib.auth.models import User
from playwright.sync_api import Page, expect

from tests.api.conftest import Person
from tests.browser.test_shape_stories import rocket_of_demo
from wobbly_fin.stores.conditions import set_conditions


def _to(page: Page, station: str) -> None:
    """As one goes: by a link, so that what was fetched before is still at hand."""
    page.locator("nav").get_by_role("link", name=station, exact=True).click()


def test_a_part_taken_up_again_is_edited_as_it_stands(signed_in: Page, live_server: Any, hedda: User) -> None:
    """Fins, tube, fins once more: an edit between must not make the second one somebody else's."""
    page, key = signed_in, rocket_of_demo(hedda, "Inchworm")
    page.goto(f"{live_server.url}/rockets/{key}/shape")
    parts = page.get_by_label("Parts from nose to tail")
    fins = parts.get_by_role("button", name=re.compile(r"\bfins\b"))
    fins.click()
    expect(page.locator("[name=span_m]")).to_be_visible()
    parts.get_by_role("button", name=re.compile("nose", re.IGNORECASE)).first.click()
    length = page.locator("[name=length_m]")
    expect(length).to_be_visible()
    with page.expect_response(re.compile("shape/edit")):
        length.fill("71 mm")
        length.press("Tab")
    fins.click()
    span = page.locator("[name=span_m]")
    expect(span).to_be_visible()
    with page.expect_response(re.compile("shape/edit")) as kept:
        span.fill("33 mm")
        span.press("Tab")
    assert kept.value.status == 200
    expect(page.get_by_text("was changed elsewhere meanwhile")).to_have_count(0)
    expect(span).to_have_value("33 mm")
    expect(
        page.get_by_role("img", name=re.compile("nose|tail")).or_(page.get_by_label("The rocket to scale")).first
    ).to_be_visible()


def test_a_heavier_rocket_comes_down_faster_at_every_station(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, rocket_of_demo(hedda, "Inchworm")
    page.goto(f"{live_server.url}/rockets/{key}/recovery")
    lands = page.get_by_label("Will it come down well?").get_by_role("heading")
    expect(lands).to_contain_text("m/s")
    light = lands.inner_text()
    _to(page, "Build")
    expect(page.get_by_role("button", name=re.compile("Begin|build", re.IGNORECASE)).first).to_be_visible()
    _to(page, "Shape")
    mass = page.get_by_label("The whole rocket").locator("[name=mass_kg]")
    expect(mass).to_be_visible()
    with page.expect_response(re.compile("shape/edit")):
        mass.fill("190 g")
        mass.press("Tab")
    _to(page, "Recovery")
    expect(lands).to_contain_text("m/s")
    expect(lands).not_to_have_text(light, use_inner_text=True)


def test_other_units_are_other_units_everywhere_at_once(signed_in: Page, live_server: Any, hedda: User) -> None:
    """A quantity set apart in the settings stays so."""
    Person(hedda).call("PATCH", "/preferences", {"units": {"system": "metric", "exceptions": {"mass": "ounce"}}})
    page, key = signed_in, rocket_of_demo(hedda, "Inchworm")
    main = page.locator("main")
    page.goto(f"{live_server.url}/rockets/{key}/recovery")
    expect(main.get_by_text(re.compile(r"\d m/s")).first).to_be_visible()
    _to(page, "Motor")
    page.get_by_role("link", name="See it fly").click()
    expect(main.get_by_text("speed, m/s")).to_be_visible()
    page.get_by_text("hedda").click()
    with page.expect_response(re.compile("/preferences")):
        page.get_by_role("button", name="imperial").click()
    page.keyboard.press("Escape")
    expect(main.get_by_text("speed, mph")).to_be_visible()
    expect(main.get_by_text("height, ft")).to_be_visible()
    expect(main.get_by_text(re.compile(r"\d m/s"))).to_have_count(0)
    _to(page, "Recovery")
    expect(main.get_by_text(re.compile(r"\d mph")).first).to_be_visible()
    expect(main.get_by_text(re.compile(r"\d m/s\b")).filter(visible=True)).to_have_count(0)
    assert Person(hedda).get("/session")["units"] == {"system": "imperial", "exceptions": {"mass": "ounce"}}


def test_two_rockets_of_one_name_are_both_jumped_to(signed_in: Page, live_server: Any, hedda: User) -> None:
    person = Person(hedda)
    person.rocket(), person.rocket()
    page = signed_in
    page.goto(live_server.url)
    expect(page.get_by_text("Pip").first).to_be_visible()
    page.keyboard.press("Control+k")
    page.get_by_role("combobox", name="Jump to").fill("Pip")
    expect(page.get_by_role("option", name=re.compile("^Pip ?rocket"))).to_have_count(2)
    page.get_by_role("combobox", name="Jump to").fill("nothing is called so")
    page.keyboard.press("ArrowDown")
    page.get_by_role("combobox", name="Jump to").fill("Motor box")
    page.keyboard.press("Enter")
    expect(page).to_have_url(re.compile("/stores/box$"))


def test_a_field_half_drawn_is_there_when_one_comes_back(signed_in: Page, live_server: Any, hedda: User) -> None:
    page, key = signed_in, uuid.uuid4()
    Person(hedda).call("PUT", f"/stores/fields/{key}", {"name": "Crooked Acre"})
    page.goto(f"{live_server.url}/stores/fields/{key}")
    page.get_by_role("button", name="A square").click()
    corners = page.get_by_role("application").get_by_role("button")
    expect(corners).to_have_count(4)
    page.goto(f"{live_server.url}/logbook")
    # Meanwhile the field is called something else: the drawing is not lost, nor written over what it was not drawn upon.
    version = Person(hedda).get("/stores/fields")[0]["version"]
    Person(hedda).call("PUT", f"/stores/fields/{key}", {"name": "Crooked Half Acre"}, **{"If-Match": version})
    page.goto(f"{live_server.url}/stores/fields/{key}")
    expect(page.get_by_role("heading", name="Crooked Half Acre")).to_be_visible()
    expect(corners).to_have_count(4)
    page.get_by_role("button", name="Keep the drawing").click()
    expect(page.get_by_role("alert")).to_contain_text("changed elsewhere")
    page.get_by_role("button", name="Keep the drawing").click()
    expect(page.get_by_text("shorter side")).to_be_visible()
    # Kept is kept: there is nothing to bring back over it.
    page.reload()
    expect(corners).to_have_count(4)
    expect(page.get_by_role("button", name="Kept")).to_be_disabled()


def test_a_figure_that_is_none_is_said_and_not_dropped(signed_in: Page, live_server: Any, hedda: User) -> None:
    rocket = Person(hedda).rocket()
    page = signed_in
    page.goto(f"{live_server.url}/rockets/{rocket['id']}/teardown")
    page.get_by_role("button", name="Add a joint").click()
    page.get_by_label("Glue, %").fill("most")
    page.get_by_role("combobox", name=re.compile("^Went")).select_option("in the glue line")
    page.get_by_role("button", name="Keep the findings").click()
    expect(page.get_by_text("'most' is no share of a joint")).to_be_visible()
    expect(page.get_by_label("Glue, %")).to_have_value("most")
    expect(page.get_by_label("Glue, %")).to_be_focused()
    assert Person(hedda).get(f"/logbook/teardowns/{rocket['id']}")["day"] is None


def test_a_day_told_at_the_field_is_told_on_the_wide_screen(signed_in: Page, live_server: Any, hedda: User) -> None:
    person = Person(hedda)
    day, _ = person.day_with(person.rocket())
    page = signed_in
    page.goto(f"{live_server.url}/launchdays/{day}")
    manifest = page.get_by_label("Manifest")
    expect(manifest.get_by_role("article")).to_have_count(1)
    # What cannot be added is said where it was to be added.
    form = page.get_by_label("Add a flight")
    form.locator("[name=rocket]").select_option(label="Pip")
    form.locator("[name=told_hour]").fill("soon")
    expect(form.locator("[name=motor]")).to_be_enabled()
    form.get_by_role("button", name="Add").click()
    expect(form.get_by_role("alert")).to_contain_text("is no time of day")
    page.get_by_role("link", name="Field mode").click()
    page.get_by_label("Queue").get_by_role("button", name=re.compile("Pip")).click()
    page.get_by_role("button", name="What happened").click()
    page.get_by_role("button", name="opened at the top").click()
    page.get_by_role("button", name=re.compile("landed safe")).click()
    page.get_by_role("button", name=re.compile("Into the log")).click()
    expect(page.get_by_text("all sent")).to_be_visible()
    page.get_by_role("link", name="Meet").click()
    expect(manifest.get_by_text("flown")).to_be_visible()


def test_a_calm_hour_stays_calm_when_only_its_direction_is_told(signed_in: Page, live_server: Any, hedda: User) -> None:
    calm = [{"hour": h, "wind": "0 m/s", "wind_from": "W"} for h in (9.0, 12.0)]
    set_conditions(hedda, field_id=None, typed={}, hour=10.0, hours=calm)
    page, key = signed_in, rocket_of_demo(hedda, "Inchworm")
    page.goto(f"{live_server.url}/rockets/{key}/motor")
    wind, towards = page.locator("[name=wind]"), page.locator("[name=wind_from]")
    expect(towards).to_have_value("W")
    expect(wind).to_have_value("")
    with page.expect_response(re.compile("/api/conditions")) as kept:
        towards.fill("N")
        towards.press("Tab")
    assert kept.value.status == 200
    expect(wind).to_have_attribute("placeholder", "calm")
    expect(wind).not_to_have_attribute("aria-invalid", "true")


def test_the_way_back_of_a_limit_is_there_while_it_leads_somewhere(signed_in: Page, live_server: Any) -> None:
    page = signed_in
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{live_server.url}/settings")
    box = page.get_by_role("textbox", name="Speed leaving the rod, at least")
    expect(box).to_have_value("13 m/s")
    # They come some at a time, and all of them in the end.
    limits = page.request.get(f"{live_server.url}/api/preferences").json()["limits"]
    expect(page.get_by_label("Limits").get_by_role("listitem")).to_have_count(len(limits))
    back = page.get_by_role("button", name="back to 13 m/s")
    expect(back).to_have_count(0)
    box.fill("15")
    box.press("Tab")
    back.click()
    expect(box).to_have_value("13 m/s")
    expect(back).to_have_count(0)
