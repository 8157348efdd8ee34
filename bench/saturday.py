"""A day planned from the box: how long the grid takes to fill, how long the best day of it is sought, and what a guessed motor costs a board.

Times in seconds and milliseconds, and as multiples of the same with motors of which nothing is guessed.
"""

import os
import random
import tempfile
import time
import uuid


def main() -> None:
    """Print the table; in a database of its own."""
    _allocation()
    with tempfile.TemporaryDirectory() as var:
        os.environ |= {"WOBBLY_VAR": var, "DJANGO_SETTINGS_MODULE": "wobbly_fin.site.settings"}
        import django

        django.setup()
        from django.core.management import call_command

        call_command("migrate", verbosity=0)
        _grid()


def _allocation() -> None:
    from wobbly_fin.rocketry.launchday.allocation import Option, allocate
    from wobbly_fin.rocketry.launchday.dayplan import places

    rng = random.Random(3)
    hours = places(9.0, 17.0)
    rockets, motors = [f"R{n}" for n in range(30)], [f"M{n}" for n in range(40)]
    options = [
        Option(rocket=r, load=m, delay_s=3.0, place=p, grade=rng.choice(["good", "marginal"]), burns=((m, 3.0, 1),), cost=rng.choice([2.0, 5.0, 11.0]))
        for r in rockets
        for m in rng.sample(motors, 8)
        for p in range(len(hours))
    ]  # fmt: skip
    stock = {(m, 3.0): rng.randint(0, 2) for m in motors}
    start = time.perf_counter()
    found = allocate(rockets, options, hours, stock)
    took = time.perf_counter() - start
    print(
        f"best day: 30 rockets, 40 motors, 8 hours, {len(options)} squares: {took:.2f} s, {len(found.flights)} flights, proven: {found.proven}"
    )


def _grid() -> None:
    from wobbly_fin.demo.load import load_demo
    from wobbly_fin.hangar import judged
    from wobbly_fin.hangar.board import board_of
    from wobbly_fin.hangar.models import Rocket
    from wobbly_fin.launchdays import saturday
    from wobbly_fin.launchdays.models import LaunchDay
    from wobbly_fin.site.remembered import Remembered
    from wobbly_fin.site.warm import warm
    from wobbly_fin.stores.actions.put_in import Wanted, put_in

    warm()
    user = load_demo()
    day = LaunchDay.objects.create(owner=user, id=uuid.uuid4(), name="bench", day="2027-05-01")
    box = saturday.DayBox.of(user, day)
    cells, start = 0, time.perf_counter()
    for rocket in Rocket.objects.visible_to(user):
        cells += len(saturday.row_of(box, rocket).cells)
    took = time.perf_counter() - start
    print(
        f"grid of the demo: {Rocket.objects.visible_to(user).count()} rockets, {cells} squares: {took:.2f} s, {1000 * took / max(cells, 1):.0f} ms a square"
    )

    def board_ms(rocket: Rocket) -> float:
        for name in ("_judged", "_picked", "_changes"):
            setattr(judged, name, Remembered(500))
        start = time.perf_counter()
        board_of(user, rocket, shares=True)
        return 1000 * (time.perf_counter() - start)

    user.preferences.practice = False
    user.preferences.save()
    motors = [("A5-3", 18), ("B5-4", 18), ("B9-4", 18), ("C7-5", 18), ("C7-7", 18), ("D13-5", 24), ("D13-7", 24), ("E22-6", 24)]
    put_in(user, uuid.uuid4(), "", [Wanted(label=label, count=2, diameter_m=mm / 1000) for label, mm in motors])
    for name in ("Inchworm", "Post Rider"):
        rocket = Rocket.objects.visible_to(user).get(name=name)
        guessed = min(board_ms(rocket) for _ in range(3))
        known = _known(user, rocket, board_ms)
        print(
            f"board of {name} with motors by label alone: {guessed:.0f} ms, {guessed / known:.1f} × the same with nothing guessed"
        )


def _known(user: object, rocket: object, board_ms: object) -> float:
    """The same board, its motors taken for measured."""
    from wobbly_fin.stores.models import OwnMotor

    rows = list(OwnMotor.objects.filter(owner=user))
    kept = {row.pk: dict(row.document) for row in rows}
    for row in rows:
        row.document = {k: v for k, v in row.document.items() if k != "unsure"}
        row.save()
    took = min(board_ms(rocket) for _ in range(3))  # type: ignore[operator]
    for row in rows:
        row.document = kept[row.pk]
        row.save()
    return float(took)


if __name__ == "__main__":
    main()
