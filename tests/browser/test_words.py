"""How much one reads before one may act: words within the first screen of each main view, menus left out.

At most 180 at a desk, 90 on a phone.
"""

from typing import Any

import pytest
from django.test import Client
from playwright.sync_api import BrowserContext

from tests.browser.begun import demo_visitor
from wobbly_fin.hangar.models import Rocket

DESK, PHONE = 180, 90
COUNT = """() => {
  const seen = (e) => { for (let x = e; x; x = x.parentElement) { const s = getComputedStyle(x);
    if (s.visibility === 'hidden' || s.display === 'none' || +s.opacity < 0.05) return false; } return true; };
  let words = 0;
  const walker = document.createTreeWalker(document.querySelector('main'), NodeFilter.SHOW_TEXT);
  for (let n = walker.nextNode(); n; n = walker.nextNode()) {
    const e = n.parentElement;
    if (e.closest('nav,[role=tablist],.sr-only,option,script,style,title,desc,textarea')) continue;
    if (e.closest('details:not([open])') && !e.closest('summary')) continue;
    const row = e.closest('tbody tr');
    if (row && [...row.parentElement.children].indexOf(row) > 2) continue;
    const range = document.createRange(); range.selectNodeContents(n);
    const box = range.getBoundingClientRect();
    if (!box.width || box.bottom <= 0 || box.top >= innerHeight || box.right <= 0 || box.left >= innerWidth || !seen(e)) continue;
    words += n.textContent.trim().split(/\\s+/).filter((w) => /[A-Za-z]{2,}/.test(w)).length;
  }
  return words;
}"""


@pytest.mark.parametrize(("width", "height", "wanted"), [(1280, 800, DESK), (390, 844, PHONE)])
def test_a_first_screen_says_no_more_than_it_must(
    context: BrowserContext, live_server: Any, transactional_db: None, width: int, height: int, wanted: int
) -> None:
    user, client = demo_visitor(), Client()
    client.force_login(user)
    context.add_cookies([{"name": "sessionid", "value": client.cookies["sessionid"].value, "url": live_server.url}])
    keys = {r.name: r.pk for r in Rocket.objects.visible_to(user)}
    views = {
        "hangar": "/", "new": "/new?way=tube", "shape": f"/rockets/{keys['Inchworm']}/shape", "motor": f"/rockets/{keys['Inchworm']}/motor",
        "build": f"/rockets/{keys['Post Rider']}/build", "recovery": f"/rockets/{keys['Inchworm']}/recovery",
        "flights": f"/rockets/{keys['Inchworm']}/flights", "days": "/launchdays", "logbook": "/logbook", "motors": "/stores/motors",
        "box": "/stores/box", "settings": "/settings",
    }  # fmt: skip
    page = context.new_page()
    page.set_viewport_size({"width": width, "height": height})
    said = {}
    for name, path in views.items():
        page.goto(f"{live_server.url}{path}")
        page.wait_for_load_state("networkidle")
        page.locator("main h1, main h2").first.wait_for()
        said[name] = page.evaluate(COUNT)
    print(said)
    assert {n: w for n, w in said.items() if w > wanted} == {}
