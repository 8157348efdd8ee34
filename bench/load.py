"""A big club day over real sockets: 200 flyers, 500 rockets, 20,000 flights; how long they wait and what it costs in memory.

`python -m bench.load [SECONDS]`: first at the pace of a day (every flyer asks something every fifteen seconds), then as fast as
sixteen of them can ask, to see whether memory stays flat: an hour's worth is 48,000 requests, `python -m bench.load 60 1400` asks two.
"""

import contextlib
import http.client
import os
import random
import signal
import socket
import subprocess
import sys
import tempfile
import threading
import time
import uuid
from collections import Counter
from pathlib import Path
from statistics import quantiles
from typing import Any

ROOT = Path(__file__).resolve().parents[1]
FLYERS, ROCKETS, FLIGHTS, PACE_S, IN_A_HURRY, SPELLS = 200, 500, 20_000, 15.0, 16, 12
# What flyers ask for, out of a hundred times.
MIX = {"hangar": 28, "rocket": 26, "logbook": 22, "flight": 8, "conditions": 6, "days": 5, "pick": 5}


def fill(var: Path) -> list[dict[str, Any]]:
    """Five years of a club in a fresh database; each flyer's session and the keys of their things."""
    os.environ |= {"WOBBLY_VAR": str(var), "DJANGO_SETTINGS_MODULE": "wobbly_fin.site.settings"}
    import django

    django.setup()
    from django.contrib.auth.models import User
    from django.core.management import call_command
    from django.test import Client

    from wobbly_fin.demo.load import load_demo
    from wobbly_fin.hangar.models import Rocket
    from wobbly_fin.logbook.learnt import learnt_of
    from wobbly_fin.logbook.models import Flight
    from wobbly_fin.stores.models import FlyingField

    call_command("migrate", verbosity=0)
    demo = load_demo()
    for old in Rocket.objects.filter(owner=demo):
        learnt_of(old)  # as it is kept with every flight once it is logged
    flown: dict[uuid.UUID, list[Flight]] = {}
    for flight in Flight.objects.filter(owner=demo):
        flown.setdefault(flight.rocket_id, []).append(flight)
    rockets = list(Rocket.objects.filter(owner=demo, pk__in=flown))
    fields = list(FlyingField.objects.filter(owner=demo))
    people = [User(username=f"flyer{n}", password="!") for n in range(FLYERS)]
    User.objects.bulk_create(people)
    preferences = demo.preferences  # type: ignore[attr-defined]
    owned: dict[int, list[Rocket]] = {}
    made: list[Any] = []
    for n in range(ROCKETS):
        owner, old = people[n % FLYERS], rockets[n % len(rockets)]
        # Nobody else's document is the same: what is remembered of one rocket must not help another.
        made.append(Rocket(owner=owner, name=f"{old.name} {n}", document=old.document | {"name": f"{old.name} {n}"}, revision=1))
        owned.setdefault(owner.pk, []).append(made[-1])
    Rocket.objects.bulk_create(made)
    logged = []
    names = [f.name for f in Flight._meta.fields if f.name not in ("id", "owner", "rocket", "created_at", "updated_at")]
    for n in range(FLIGHTS):
        rocket, turn = made[n % ROCKETS], n // ROCKETS
        own = flown[rockets[n % ROCKETS % len(rockets)].pk]  # as its original flew, over and over
        facts = {name: getattr(own[turn % len(own)], name) for name in names}
        logged.append(Flight(owner=rocket.owner, rocket=rocket, **facts))
    Flight.objects.bulk_create(logged, batch_size=500)
    by_owner: dict[int, list[str]] = {}
    for flight in logged:
        by_owner.setdefault(flight.owner_id, []).append(str(flight.pk))
    out = []
    for person in people:
        type(preferences).objects.create(
            user=person, units=preferences.units, conditions=preferences.conditions | {"field_id": None}
        )
        client = Client()
        client.force_login(person)
        out.append({
            "cookie": f"sessionid={client.cookies['sessionid'].value}", "rockets": [str(r.pk) for r in owned[person.pk]], "flights": by_owner[person.pk],
        })  # fmt: skip
    assert fields
    from django.db import connections

    connections.close_all()
    return out


class Club:
    """The server as a process of its own."""

    def __init__(self, var: Path) -> None:
        with contextlib.closing(socket.socket()) as free:
            free.bind(("127.0.0.1", 0))
            self.port = int(free.getsockname()[1])
        env = os.environ | {"WOBBLY_VAR": str(var), "WOBBLY_BACKUPS": "0"}
        # As `manage.py club` serves, but for TLS, which wants a certificate.
        code = (
            "import django; django.setup(); from wobbly_fin.site.serve import processes_wanted, serve; "
            f"serve('127.0.0.1:{self.port}', 'ready', processes=processes_wanted())"
        )
        self.process = subprocess.Popen(
            [sys.executable, "-c", code], cwd=ROOT, env=env, stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True,
            start_new_session=True,
        )  # fmt: skip
        assert self.process.stdout is not None
        assert any("ready" in line for line in self.process.stdout), "the server did not come up"

    def memory_mb(self) -> float:
        """Resident, of the server and its worker."""
        pages = 0
        for status in Path("/proc").glob("[0-9]*/stat"):
            with contextlib.suppress(OSError):
                told = status.read_text().rpartition(")")[2].split()
                if int(told[2]) == self.process.pid:  # its process group
                    pages += int(told[21])
        return pages * os.sysconf("SC_PAGE_SIZE") / 1e6

    def stop(self) -> None:
        os.killpg(self.process.pid, signal.SIGTERM)
        self.process.wait()


class Counted:
    """How long each kind of question took, and what was answered."""

    def __init__(self) -> None:
        self.took: dict[str, list[float]] = {name: [] for name in MIX}
        self.statuses: Counter[int] = Counter()
        self.lock = threading.Lock()

    def add(self, kind: str, seconds: float, status: int) -> None:
        with self.lock:
            self.took[kind].append(seconds)
            self.statuses[status] += 1


def path_of(kind: str, flyer: dict[str, Any], draw: random.Random) -> str:
    rocket = draw.choice(flyer["rockets"])
    return {
        "hangar": "/api/hangar/rockets", "rocket": f"/api/hangar/rockets/{rocket}", "logbook": f"/api/logbook/flights?rocket={rocket}",
        "flight": f"/api/logbook/flights/{draw.choice(flyer['flights'])}", "conditions": "/api/conditions", "days": "/api/launchdays/days",
        "pick": f"/api/hangar/rockets/{rocket}/board",
    }[kind]  # fmt: skip


def fly_by(port: int, flyer: dict[str, Any], counted: Counted, until: float, pace_s: float, seed: int) -> None:
    """One flyer asking things until the time is up."""
    draw = random.Random(seed)
    kinds, weights = list(MIX), list(MIX.values())
    line = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
    time.sleep(draw.uniform(0, pace_s))
    while time.monotonic() < until:
        kind = draw.choices(kinds, weights)[0]
        begun = time.perf_counter()
        path, status = path_of(kind, flyer, draw), 0
        for _ in range(2):  # a line kept too long has been hung up meanwhile; browsers ask once more on a new one, too
            try:
                line.request("GET", path, headers={"Cookie": flyer["cookie"], "Host": f"127.0.0.1:{port}"})
                answer = line.getresponse()
                answer.read()
                status = answer.status
                break
            except (OSError, http.client.HTTPException):
                line.close()
                line = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
        counted.add(kind, time.perf_counter() - begun, status)
        if pace_s:
            time.sleep(max(0.0, min(draw.expovariate(1 / pace_s), until - time.monotonic())))
    line.close()


def told(counted: Counted, seconds: float, brief: bool) -> None:
    """Print what was counted; in brief without how long it took."""
    every = sum(len(t) for t in counted.took.values())
    print(f"{every} requests in {seconds:.0f} s ({every / seconds:.0f} a second); answers {dict(counted.statuses)}")
    if brief:
        return
    reads = [t for kind, those in counted.took.items() if kind != "pick" for t in those]
    for name, those in (("reads", reads), *counted.took.items()):
        if len(those) > 20:
            cuts = quantiles(those, n=100)
            print(
                f"  {name:11} n {len(those):6}  median {cuts[49] * 1000:6.0f} ms  p95 {cuts[94] * 1000:6.0f} ms  worst {max(those) * 1000:6.0f} ms"
            )


def drive(club: Club, flyers: list[dict[str, Any]], seconds: float, pace_s: float, brief: bool = False) -> None:
    """All of them at once."""
    counted, until = Counted(), time.monotonic() + seconds
    threads = [threading.Thread(target=fly_by, args=(club.port, f, counted, until, pace_s, n)) for n, f in enumerate(flyers)]
    begun = time.monotonic()
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    told(counted, time.monotonic() - begun, brief)


def main(seconds: float = 60.0, hurry_s: float = 60.0) -> None:
    """Fill, serve, ask."""
    with tempfile.TemporaryDirectory() as folder:
        begun = time.perf_counter()
        flyers = fill(Path(folder))
        print(f"{FLYERS} flyers, {ROCKETS} rockets, {FLIGHTS} flights made in {time.perf_counter() - begun:.0f} s")
        club = Club(Path(folder))
        try:
            drive(club, flyers[:40], 8, 1.0)  # warm
            print("at the pace of a day:")
            drive(club, flyers, seconds, PACE_S)
            print(f"as fast as {IN_A_HURRY} can ask, in {SPELLS} spells; memory after each:")
            memory = []
            for spell in range(SPELLS):
                drive(club, flyers[:IN_A_HURRY] if spell % 2 else flyers[-IN_A_HURRY:], hurry_s / SPELLS, 0.0, brief=True)
                memory.append(club.memory_mb())
                print(f"  {memory[-1]:.0f} MB", flush=True)
            half = memory[SPELLS // 2 - 1]
            print(f"over the second half of them {100 * (memory[-1] - half) / half:+.1f} %")
        finally:
            club.stop()


if __name__ == "__main__":
    main(*(float(a) for a in sys.argv[1:]))
