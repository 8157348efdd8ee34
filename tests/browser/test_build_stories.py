"""Stories of the workshop: a rocket built, weighed and mended, on a bench and on a phone."""

import io
import re
from typing import Any

import pytest
from django.test import Client
from PIL import Image
from playwright.sync_api import BrowserContext, Page, expect

from tests.browser.begun import demo_visitor
from tests.browser.waiting import fits_the_phone
from wobbly_fin.demo.load import demo_key


@pytest.fixture
def demo(context: BrowserContext, live_server: Any, transactional_db: None, settings: Any, tmp_path: Any) -> str:
    """Where the whole demo is served to somebody signed in as its visitor."""
    settings.MEDIA_ROOT = tmp_path
    client = Client()
    client.force_login(demo_visitor())
    context.add_cookies([{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": live_server.url}])
    return str(live_server.url)


def test_a_part_changed_after_it_was_cut_is_shown_and_looked_at_again(page: Page, demo: str) -> None:
    key = demo_key("rocket", "Post Rider")
    page.goto(f"{demo}/rockets/{key}/shape")
    page.get_by_label("Parts from nose to tail").get_by_role("button", name=re.compile("coupler", re.IGNORECASE)).first.click()
    length = page.locator("[name=length_m]")
    expect(length).to_be_visible()
    with page.expect_response(re.compile("shape/edit")):
        length.fill("96 mm")
        length.press("Tab")
    page.get_by_role("link", name="Build", exact=True).click()
    expect(page.get_by_text(re.compile("ask for something else now"))).to_be_visible()
    again = page.get_by_label("Look at again")
    again.get_by_role("button", name="Cut the tubes to length").click()
    expect(page.get_by_text(re.compile("Then: Coupler: mark at 80 mm. Now: Coupler: mark at 96 mm"))).to_be_visible()
    page.get_by_role("button", name="I have looked: it still fits").click()
    expect(again.get_by_role("button", name="Cut the tubes to length")).to_have_count(0)
    expect(again.get_by_role("button")).to_have_count(1)


def test_from_design_to_plan_two_steps_and_a_scale_that_asks_for_ballast(page: Page, demo: str) -> None:
    page.goto(f"{demo}/rockets/{demo_key('rocket', 'Three Sisters')}/shape")
    page.get_by_role("link", name="Build", exact=True).click()
    expect(page.get_by_text("steps from these parts")).to_be_visible()
    with page.expect_response(re.compile("/builds/")):
        page.get_by_role("button", name="Begin the build").click()
    step = page.get_by_label("Step", exact=True)
    expect(step.get_by_role("heading", level=2)).to_have_text("Lay out every part and measure it")

    # Two steps: one by its big tick, one with its time.
    with page.expect_response(re.compile("/events/")):
        page.get_by_label(re.compile("^Done: Lay out every part")).click()
    expect(page.get_by_text("1 of 33 steps done")).to_be_visible()
    step.get_by_label("or it took").fill("25")
    title = step.get_by_role("heading", level=2).inner_text()
    with page.expect_response(re.compile("/events/")):
        step.get_by_role("button", name="✓ Done").click()
    expect(page.get_by_text("2 of 33 steps done")).to_be_visible()
    page.get_by_role("tab", name="Diary").click()
    expect(page.get_by_label("Diary", exact=True)).to_contain_text("took 25 min")
    expect(page.get_by_label("Diary", exact=True)).to_contain_text(title, use_inner_text=True)

    # On the scale the fins were cut from the wrong wood: tail-heavy, and said at once.
    page.get_by_role("tab", name="Whole plan").click()
    page.get_by_label("Whole plan").get_by_role("button", name=re.compile("^Sand the filled fins")).last.click()
    scale = page.get_by_label("On the scale")
    scale.get_by_label("What the scale says").fill("0 g")
    scale.get_by_role("button", name="Keep the weight").click()
    expect(scale.get_by_text("above zero")).to_be_visible()
    scale.get_by_label("What the scale says").fill("100 g")
    with page.expect_response(re.compile("/weighings/")):
        scale.get_by_role("button", name="Keep the weight").click()
    expect(scale.get_by_text("more than the design does not know")).to_be_visible()
    expect(scale.get_by_text("in the nose")).to_be_visible()
    with page.expect_response(re.compile("/ballast")):
        scale.get_by_role("button", name=re.compile("of ballast for the nose")).click()
    expect(page.get_by_text("2 of 34 steps done")).to_be_visible()
    fixes = page.get_by_label("Whole plan").get_by_role("button", name=re.compile("^Fix .* of ballast in the nose"))
    expect(fixes).to_have_count(2)  # the clay it had, and this
    # The design has it too, and undo there takes it out again.
    page.get_by_role("link", name="Shape", exact=True).click()
    expect(page.get_by_text("nose ballast").first).to_be_visible()


def test_a_step_says_why_now_and_a_ring_that_does_not_fit_is_mended_at_shape(page: Page, demo: str) -> None:
    page.goto(f"{demo}/rockets/{demo_key('rocket', 'Old Bellwether')}/build")
    expect(page.get_by_role("heading", name=re.compile("^Everything is done"))).to_be_visible()
    expect(page.get_by_role("button", name="Plan the repair")).to_be_visible()
    step = page.get_by_label("Step", exact=True)
    page.get_by_role("tab", name="Whole plan").click()
    plan = page.get_by_label("Whole plan")
    plan.get_by_role("button", name=re.compile("^Tie the cord to the U-bolt")).click()
    expect(step.get_by_text("590 mm down the lower tube, deeper than a hand gets")).to_be_visible()
    step.get_by_role("button", name="Glue the mount into the body").click()
    expect(step.get_by_text("It closes the way to:")).to_be_visible()
    expect(step.get_by_role("img", name=re.compile("^Cut open: the motor tube slides into the lower tube"))).to_be_visible()

    # A ring wider than its tube: said in Build, led to and mended at Shape.
    page.get_by_role("link", name="Shape", exact=True).click()
    page.get_by_label("Parts from nose to tail").get_by_role(
        "button", name=re.compile("forward ring", re.IGNORECASE)
    ).first.click()
    wide = page.locator("[name=outer_diameter_m]")
    expect(wide).to_be_visible()
    with page.expect_response(re.compile("shape/edit")):
        wide.fill("101 mm")
        wide.press("Tab")
    page.get_by_role("link", name="Build", exact=True).click()
    cannot = page.get_by_label("Cannot be built as drawn")
    expect(cannot.get_by_text("The forward ring is 101 mm across; the lower tube lets 98.8 mm pass.")).to_be_visible()
    cannot.get_by_role("link", name="Change it at Shape").click()
    expect(page.locator("[name=outer_diameter_m]")).to_have_value(re.compile("101"))
    with page.expect_response(re.compile("shape/edit")):
        page.get_by_label("What to mend").get_by_role("button", name="Do that").click()
    expect(page.get_by_text("lets 98.8 mm pass")).to_have_count(0)


def test_an_evening_dragged_away_moves_the_finish(page: Page, demo: str) -> None:
    page.goto(f"{demo}/rockets/{demo_key('rocket', 'Post Rider')}/build")
    ready = page.get_by_label("Will it be ready?").get_by_role("heading", level=2)
    expect(ready).to_contain_text("Ready by")
    first = ready.inner_text()
    calendar = page.get_by_label("Calendar of the plan")
    # The last spell that has work in it.
    spells = calendar.locator("[draggable=true]")
    for number in range(3):
        with page.expect_response(re.compile("/hours")):
            if number == 0:
                spells.first.drag_to(calendar.get_by_label("Drop a free spell here to take it away"))
            else:
                spells.first.get_by_role("button").click()
    expect(ready).not_to_have_text(first, use_inner_text=True)
    page.get_by_role("button", name="Undo").last.click()
    page.get_by_role("tab", name="How I build").click()
    page.get_by_text("Date, bench").click()
    with page.expect_response(re.compile("/schools")):
        page.locator("[name=temperature]").first.fill("3 C")
        page.locator("[name=temperature]").first.press("Enter")
    expect(ready).to_contain_text("Too cold to plan")


def test_on_a_phone_with_one_hand(page: Page, demo: str) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{demo}/")
    page.get_by_role("link", name=re.compile(r"Post Rider.*Glue", re.DOTALL)).click()
    curing = page.get_by_label("Curing", exact=True)
    expect(curing.get_by_role("timer")).to_contain_text("min")
    before = curing.get_by_role("timer").inner_text()
    page.reload()
    expect(curing.get_by_role("timer")).to_contain_text(re.compile(r"\d+ min"))
    assert abs(int(before.split()[0]) - int(curing.get_by_role("timer").inner_text().split()[0])) <= 1
    fits_the_phone(page)
    tick = page.get_by_label(re.compile("^Done: ")).first
    box = tick.bounding_box()
    assert box is not None and box["width"] >= 44 and box["height"] >= 44

    picture = io.BytesIO()
    Image.new("RGB", (900, 600), "#a06030").save(picture, "JPEG")
    step = page.get_by_label("Step", exact=True)
    with page.expect_response(re.compile("/photos/")):
        step.locator("input[type=file]").set_input_files(
            {"name": "x.jpg", "mimeType": "image/jpeg", "buffer": picture.getvalue()}
        )
    expect(step.get_by_role("link").get_by_role("img")).to_be_visible()
    step.locator("input[type=file]").set_input_files({"name": "x.jpg", "mimeType": "image/jpeg", "buffer": b"just words"})
    expect(step.get_by_text("no picture this can read")).to_be_visible()

    with page.expect_response(re.compile("/events/")):
        step.get_by_role("button", name="✓ Done").click()
    expect(page.get_by_text("15 of 38 steps done")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("14 of 38 steps done")).to_be_visible()


def test_stores_feed_the_cut_list_and_the_lists_print(page: Page, demo: str) -> None:
    page.goto(f"{demo}/stores/raw")
    form = page.get_by_label("Put something in")
    form.get_by_label("Outside diameter").fill("round")
    form.get_by_label("Length").fill("1 m")
    form.get_by_role("button", name="Keep it").click()
    expect(form.get_by_text("Outside diameter:")).to_be_visible()
    form.get_by_label("Outside diameter").fill("25.1 mm")
    with page.expect_response(re.compile("/raw/")):
        form.get_by_role("button", name="Keep it").click()
    page.goto(f"{demo}/rockets/{demo_key('rocket', 'Post Rider')}/build")
    page.get_by_role("tab", name="Cut and buy").click()
    expect(page.get_by_text("From tube 25.1, 1000 mm: motor tube 100 mm; 1 cut")).to_be_visible()
    page.get_by_role("link", name="Print lists and step sheets").click()
    expect(page.get_by_role("heading", name="Shopping list")).to_be_visible()
    expect(page.get_by_role("heading", name=re.compile("38. Weigh the rocket"))).to_be_visible()

    page.goto(f"{demo}/stores/glues")
    page.get_by_role("row", name=re.compile("wood glue", re.I)).get_by_role("button", name="Set right").click()
    page.get_by_label("Holds after").fill("3 h")
    with page.expect_response(re.compile("/glues/")):
        page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("row", name=re.compile("wood glue your figures", re.I))).to_contain_text("3 h")
