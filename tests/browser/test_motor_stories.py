"""Somebody's own motors: a list pasted, a pack in the hand on a phone, a Saturday planned from the box."""

import json
import re
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.test import Client
from playwright.sync_api import Page, expect

from tests.api.test_own_hangar import READ, TWELVE
from tests.api.test_paper_log import season
from tests.browser.waiting import fits_the_phone, settled
from wobbly_fin.accounts.models import Preferences
from wobbly_fin.stores.models import MotorStock, OwnMotor

MODEL = {"canopy_kind": "flat", "canopy_diameter": "30 cm", "mount_diameter": "18 mm", "mount_length": "70 mm"}
FLEET = {
    "Bit": {"mass": "24 g", "diameter": "20 mm", "mount_diameter": "13 mm", "mount_length": "45 mm"},
    "Pip": {"mass": "38 g", "diameter": "25 mm", "printed_motors": "B5-4"},
    "Pop": {"mass": "52 g", "diameter": "27 mm"},
    "Tub": {"mass": "120 g", "diameter": "42 mm", "mount_diameter": "24 mm", "mount_length": "95 mm", "canopy_diameter": "50 cm"},
    "Log": {
        "mass": "900 g",
        "diameter": "66 mm",
        "mount_diameter": "38 mm",
        "mount_length": "190 mm",
        "canopy_diameter": "120 cm",
    },
}


@pytest.fixture
def own(signed_in: Page, hedda: User) -> Page:
    """A page of somebody on whose shelf nothing invented stands."""
    Preferences.objects.filter(user=hedda).update(practice=False)
    return signed_in


def rocket(user: User, name: str) -> str:
    """One of the fleet, as its form makes it."""
    client = Client()
    client.force_login(user)

    def call(method: str, path: str, body: Any) -> Any:
        return getattr(client, method)(f"/api{path}", json.dumps(body), content_type="application/json").json()

    draft = call("post", "/hangar/drafts", {"typed": MODEL | {"name": name} | FLEET[name]})
    return str(call("put", f"/hangar/rockets/{uuid.uuid4()}", draft["document"])["id"])


def test_twelve_motors_pasted_need_no_correction_and_come_out_again(own: Page, live_server: Any) -> None:
    page = own
    page.goto(f"{live_server.url}/stores/box")
    page.get_by_label("Your motors").fill(TWELVE)
    read = page.get_by_label("As it was read")
    expect(read.get_by_role("listitem")).to_have_count(len(READ))
    expect(read.get_by_text("?")).to_have_count(0)
    page.get_by_role("button", name=f"Put {sum(READ.values())} motors into the box").click()
    box = page.get_by_label("Motors in the box")
    expect(box.locator("tbody tr")).to_have_count(len(READ))
    expect(page.get_by_label("Your motors")).to_have_value("")
    assert {row.count for row in MotorStock.objects.all()} == set(READ.values())
    # the same list again is said to be known
    page.get_by_label("Your motors").fill(TWELVE)
    expect(page.get_by_text("You put this very list in")).to_be_visible()
    page.get_by_label("Your motors").fill("")
    page.get_by_role("button", name="Undo").click()
    expect(box.locator("tbody tr")).to_have_count(0)
    assert not OwnMotor.objects.filter(deleted_at=None).exists()


def test_a_table_is_filled_in_by_keys_alone_eight_a_motor(own: Page, live_server: Any) -> None:
    page = own
    page.goto(f"{live_server.url}/stores/box")
    page.get_by_role("button", name="In a table").click()
    cell = lambda what, row: page.get_by_label(f"{what}, row {row}", exact=True)  # noqa: E731
    cell("Label", 1).focus()
    keys = 0
    for label, count in (("B5-4", "3"), ("C7-5", "12"), ("D9-7", "2")):
        for press in (*label, "ArrowRight", *count, "Enter"):
            page.keyboard.press(press)
            keys += 1
    assert keys <= 8 * 3
    expect(cell("Label", 4)).to_be_focused()
    expect(page.get_by_role("button", name="Put 17 motors into the box")).to_be_enabled()
    # The cell above once more, a block pasted from a sheet, and both taken back.
    page.keyboard.press("Control+d")
    expect(cell("Label", 4)).to_have_value("D9-7")
    page.evaluate(
        """() => { const data = new DataTransfer(); data.setData('text/plain', 'E12-4\\t2\\nA8-3\\t5\\n');
        document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })) }"""
    )
    expect(cell("Label", 5)).to_have_value("A8-3")
    expect(page.get_by_role("button", name="Put 24 motors into the box")).to_be_enabled()
    page.keyboard.press("Control+z")
    page.keyboard.press("Control+z")
    expect(cell("Label", 4)).to_have_value("")
    # A row that is no motor says so beside itself and holds nothing up; what was typed survives a reload.
    cell("Label", 4).fill("jam")
    expect(page.get_by_role("row").filter(has=cell("Label", 4)).get_by_text("?")).to_be_visible()
    page.reload()
    expect(cell("Label", 4)).to_have_value("jam")
    page.get_by_role("button", name="Put 17 motors into the box").click()
    expect(page.get_by_label("Motors in the box").locator("tbody tr")).to_have_count(3)
    assert {r.count for r in MotorStock.objects.all()} == {3, 12, 2}


def test_a_sheet_s_columns_are_put_right_once(own: Page, live_server: Any) -> None:
    page = own
    page.goto(f"{live_server.url}/stores/box")
    sheet = {"name": "mine.csv", "mimeType": "text/csv", "buffer": b"what,shelf,n,paid\nB6-4,C3,4,3.20\nC6-5,D1,2,3.90\n"}
    page.get_by_label("A sheet of motors").set_input_files(sheet)  # type: ignore[arg-type]
    expect(page.get_by_label("Column 1 holds")).to_have_value("label")
    page.get_by_label("Column 3 holds").select_option("How many")
    page.get_by_label("Column 4 holds").select_option("One costs")
    expect(page.get_by_role("button", name="Put 6 motors into the box")).to_be_enabled()
    page.reload()
    page.get_by_label("A sheet of motors").set_input_files(sheet)  # type: ignore[arg-type]
    expect(page.get_by_label("Column 3 holds")).to_have_value("count")
    page.get_by_role("button", name="Put 6 motors into the box").click()
    expect(page.get_by_label("Motors in the box").locator("tbody tr")).to_have_count(2)


def test_a_motor_takes_eight_keys_at_most(own: Page, live_server: Any) -> None:
    page = own
    page.goto(f"{live_server.url}/stores/box")
    page.get_by_label("Your motors").focus()
    keys = 0
    for label, count in (("B5-4", 3), ("C7-5", 2), ("D13-5", 1)):
        typed = f"{label}{f' {count}' if count > 1 else ''}"
        page.keyboard.type(typed)
        page.keyboard.press("Enter")
        assert len(typed) + 1 <= 8
        keys += len(typed) + 1
    expect(page.get_by_role("button", name="Put 6 motors into the box")).to_be_enabled()
    assert keys / 3 <= 8
    # a line that could mean several things is asked about; put right in its boxes it goes in
    page.keyboard.type("4 3 B7-4")
    expect(page.get_by_text("How many?")).to_be_visible()
    page.get_by_label("How many B7-4").fill("4")
    page.get_by_role("button", name="Put 10 motors into the box").click()
    expect(page.get_by_label("Motors in the box").get_by_text("B7-4")).to_be_visible()


def test_a_parent_with_one_pack_gets_an_answer_on_a_phone(own: Page, hedda: User, live_server: Any) -> None:
    page = own
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{live_server.url}/rockets/{rocket(hedda, 'Pip')}/motor")
    # an answer before any motor is entered
    expect(page.get_by_text(re.compile(r"A usual [A-C] with \d+ s would fly \d+–\d+ m high"))).to_be_visible()
    page.get_by_role("button", name="Add B5-4 to your motors").click()
    expect(page.get_by_text("One B5-4 is in your box now.")).to_be_visible()
    expect(page.get_by_text(re.compile(r"^B5-4 .*\d+–\d+ m high"))).to_be_visible()
    fits_the_phone(page)
    # what its pack says makes it narrower
    page.get_by_role("link", name="Stores").click()
    page.get_by_role("link", name=re.compile("B5")).click()
    expect(page.get_by_text("Only its label is known")).to_be_visible()
    page.get_by_role("link", name="Add what its pack says").click()
    page.locator("[name=impulse]").fill("4.7 Ns")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_text("4.7 N·s")).to_be_visible()
    fits_the_phone(page)


def test_a_saturday_from_question_to_manifest(own: Page, hedda: User, live_server: Any) -> None:
    page = own
    for name in FLEET:
        rocket(hedda, name)
    page.goto(f"{live_server.url}/stores/box")
    page.get_by_label("Your motors").fill(
        "2 A3-4T, 1/2A2-4T, 2 B6-4, B6-6, C7-5, 2 C7-7, D13-5, 2 D13-7, E17-6, E17-8, B4-4, C9-7"
    )
    page.get_by_role("button", name=re.compile(r"Put \d+ motors")).click()
    expect(page.get_by_text("motors put into the box")).to_be_visible()
    page.goto(f"{live_server.url}/launchdays")
    page.get_by_role("button", name="New launch day").click()
    page.locator("[name=name]").fill("Saturday")
    page.get_by_role("button", name="Make it").click()
    question = page.get_by_label("Which motor for which rocket")
    expect(question.get_by_text(re.compile(r"\d of 5 rockets fly"))).to_be_visible()
    expect(question.get_by_text("No motor of yours fits its mount")).to_be_visible()
    # the wind is told where it is asked for; a bad one is refused there, and a good one ends the asking
    question.get_by_label("Wind", exact=True).fill("windy")
    question.get_by_role("button", name="Use this wind").click()
    expect(question.get_by_text("'windy' is not")).to_be_visible()
    question.get_by_label("Wind", exact=True).fill("2 m/s")
    question.get_by_role("button", name="Use this wind").click()
    expect(question.get_by_text("How windy will it be?")).to_have_count(0)
    expect(question.get_by_text(re.compile(r"\d of 5 rockets fly"))).to_be_visible()
    # drag one of them to another motor, and the day follows
    row = question.get_by_role("row").filter(has_text="Pop")
    other = row.get_by_role("button", pressed=False).filter(has_not_text="no").last
    label = re.search(r"on (\S+):", other.get_attribute("aria-label") or "")
    assert label is not None
    cell = row.get_by_role("button", name=re.compile(rf"on {re.escape(label[1])}:"))
    settled(page)
    for _ in range(3):  # a hand that let go too soon drags again
        row.locator("button[draggable=true]").first.hover()
        page.mouse.down()
        for _ in range(2):
            cell.hover()  # a browser says that something is dragged over at the second move
        page.mouse.up()
        try:
            expect(cell).to_have_attribute("aria-pressed", "true", timeout=6_000)
            break
        except AssertionError:
            continue
    expect(cell).to_have_attribute("aria-pressed", "true")
    expect(row.get_by_text(re.compile(rf"\d+:\d\d {re.escape(label[1])}"))).to_be_visible()
    take = question.get_by_role("button", name=re.compile(r"Put \d flights on the manifest"))
    once = int(re.findall(r"\d", take.inner_text())[0])
    question.get_by_label("Flights a rocket").select_option("2")
    expect(question.get_by_role("button", name=re.compile(rf"Put [{once + 1}-9] flights on the manifest"))).to_be_enabled()
    count = int(re.findall(r"\d", take.inner_text())[0])
    take.click()
    expect(page.get_by_label("Manifest").locator("article")).to_have_count(count)
    expect(page.get_by_role("button", name="Plan from my box")).to_be_visible()


def test_the_box_says_what_is_low_and_what_is_past_its_date(own: Page, live_server: Any) -> None:
    page = own
    page.goto(f"{live_server.url}/stores/box")
    page.get_by_label("Your motors").fill("2 C7-5")
    page.get_by_role("button", name=re.compile(r"Put \d+ motors")).click()
    page.get_by_role("button", name="Change").click()
    form = page.get_by_label("A motor for the box")
    form.get_by_text("Bought, best before, low stock").click()
    form.get_by_label("Best before").fill("soon")
    form.get_by_label("Low below").fill("4")
    form.get_by_role("button", name="Keep it").click()
    expect(form.get_by_text("is no day")).to_be_visible()
    form.get_by_label("Best before").fill("2021-06")
    form.get_by_role("button", name="Keep it").click()
    box = page.get_by_label("Motors in the box")
    expect(box.get_by_text("Past its best-before date, 2021-06-30")).to_be_visible()
    expect(box.get_by_text("Low: 2 left, you keep 4.")).to_be_visible()


def test_the_practice_shelf_is_a_switch(own: Page, live_server: Any) -> None:
    page = own
    page.goto(f"{live_server.url}/stores/motors")
    expect(page.get_by_role("heading", name="Which motors do you have?")).to_be_visible()
    page.get_by_label("Practice shelf").get_by_role("checkbox").check()
    expect(page.get_by_text("practice", exact=True).first).to_be_visible()
    page.get_by_label("Practice shelf").get_by_role("checkbox").uncheck()
    expect(page.get_by_role("heading", name="Which motors do you have?")).to_be_visible()


def test_a_season_on_paper_is_pasted_shown_logged_and_taken_back(own: Page, hedda: User, live_server: Any) -> None:
    page = own
    rocket(hedda, "Pip")
    rocket(hedda, "Pop")
    page.goto(f"{live_server.url}/logbook")
    page.get_by_text("Take in a paper log").click()
    page.get_by_label("Your paper log").fill(season() + "\n6/9/2026\tNobody\tB5-4\t400\tok\t")
    read = page.get_by_label("Flights as they were read")
    expect(read.get_by_role("listitem")).to_have_count(21)
    expect(page.get_by_text("Altitude (ft) = height")).to_be_visible()
    expect(page.get_by_text("1 line still to be looked at")).to_be_visible()
    read.get_by_role("listitem").last.get_by_role("button", name=re.compile("Leave out")).click()
    page.get_by_role("button", name="Log 20 flights").click()
    expect(page.get_by_text("20 flights logged. The box is as it was.")).to_be_visible()
    expect(page.get_by_role("link", name=re.compile("Pip")).first).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("Nothing has flown yet")).to_be_visible()
    # The same in a table, by keys alone; a row that lacks something says so beside it.
    if not page.get_by_role("button", name="In a table").is_visible():
        page.get_by_text("Take in a paper log").click()
    page.get_by_role("button", name="In a table").click()
    table = page.get_by_label("Your paper log")
    table.get_by_role("textbox").first.focus()
    for cell in ("2026-05-01", "Pip", "B5-4", "about 130 m", "ok"):
        page.keyboard.type(cell)
        page.keyboard.press("Tab")
    page.keyboard.press("Enter")
    page.keyboard.type("2026-05-02")
    expect(page.get_by_role("button", name="Log 1 flight", exact=True)).to_be_enabled()
    expect(table.get_by_text("✓").filter(visible=True)).to_have_count(1)
    expect(table.get_by_text("Which rocket?").filter(visible=True)).to_be_visible()
    page.get_by_role("button", name="Log 1 flight", exact=True).click()
    expect(page.get_by_text("1 flight logged")).to_be_visible()
