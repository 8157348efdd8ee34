"""What a hangar waits for: a board's answer over HTTP's own code, cold and remembered, against the flights it takes; the rack; a day.

Cold: nothing of these rockets was judged before. Times in milliseconds, and as multiples of flying the same candidates bare.
"""

import os
import tempfile
import time
from typing import Any


def main() -> None:
    """Print the table; in a database of its own."""
    with tempfile.TemporaryDirectory() as var:
        os.environ |= {"WOBBLY_VAR": var, "DJANGO_SETTINGS_MODULE": "wobbly_fin.site.settings"}
        import django

        django.setup()
        from django.core.management import call_command

        call_command("migrate", verbosity=0)
        _table()


def _table() -> None:
    from django.test import Client

    from wobbly_fin.demo.load import load_demo
    from wobbly_fin.hangar import judged
    from wobbly_fin.hangar.board import board_of
    from wobbly_fin.hangar.models import Rocket
    from wobbly_fin.launchdays import field_pack, plan, spread
    from wobbly_fin.launchdays.models import LaunchDay
    from wobbly_fin.rocketry.flight.flight import fly_vehicle
    from wobbly_fin.site.remembered import Remembered
    from wobbly_fin.site.warm import warm

    warm()
    user = load_demo()
    client = Client()
    client.force_login(user)

    def forget() -> None:
        for room in (judged, plan, spread, field_pack):
            for name, known in list(vars(room).items()):
                if isinstance(known, Remembered):
                    setattr(room, name, Remembered(known._most))

    def ms(path: str, *, cold: bool) -> float:
        found = []
        for _ in range(3):
            if cold:
                forget()
            start = time.perf_counter()
            answer: Any = client.get(f"/api{path}", headers={"host": "localhost"})
            found.append(1000 * (time.perf_counter() - start))
            assert answer.status_code == 200, (path, answer.content[:200])
        return min(found)

    print(
        f"\n{'a board over the shelf':24} {'flights':>8} {'cold':>7} {'with shares':>12} {'again':>7} {'strip':>7} {'bare':>7} {'times':>6}"
    )
    for rocket in Rocket.objects.visible_to(user).order_by("name"):
        path = f"/hangar/rockets/{rocket.pk}"
        candidates = board_of(user, rocket).candidates
        each = {c.key: c for c in candidates}.values()
        start = time.perf_counter()
        for c in each:
            if not c.configuration.empty_stages:
                delays = [d.case.pushed.flown_delay_s(d.delay_s) for d in candidates if d.key == c.key]
                fly_vehicle(c.case.pushed.vehicle, delays, c.case.situation.site)
        bare = 1000 * (time.perf_counter() - start)
        cold, shares = ms(f"{path}/board", cold=True), ms(f"{path}/board?shares=true", cold=True)
        again, strip = ms(f"{path}/board?shares=true", cold=False), ms(f"{path}/readiness", cold=False)
        print(
            f"{rocket.name:24} {len(candidates):8} {cold:7.0f} {shares:12.0f} {again:7.0f} {strip:7.0f} {bare:7.0f} {cold / bare:6.1f}"
        )
    day = LaunchDay.objects.visible_to(user).first()
    if day is not None:
        path = f"/launchdays/days/{day.pk}"
        for name, asked in (("a day of its lines", path), ("its pack for a phone", f"{path}/pack")):
            print(f"{name:24} {'':8} {ms(asked, cold=True):7.0f} {'':12} {ms(asked, cold=False):7.0f}")


if __name__ == "__main__":
    main()
