"""Mutated log files: how many are read, refused with a sentence, or crash; and how long a log takes to read."""

import json
import random
import time
from collections import Counter

from wobbly_fin.formats.log_file import log_answer
from wobbly_fin.rocketry.altimetry.reading import read_flight_log
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import fly_traced
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.standins.altimeter import LAYOUTS, written
from wobbly_fin.standins.altimeter_sensor import Sensor, measure


def a_few_logs() -> list[bytes]:
    """Short ones, so that ten thousand mutations take minutes."""
    rocket = QuickRocket(mass_kg=0.05, diameter_m=0.026, cd=0.7, canopy=Canopy(diameter_m=0.18))
    flight, trace = fly_traced(rocket, find_motor("A9-3")[0], 3.0, Site(wind_speed_m_s=2.0))
    out = []
    for n, layout in enumerate(LAYOUTS):
        sensor = Sensor(rate_hz=10.0 if n % 2 else 20.0, accelerometer=n % 2 == 0, pad_wait_s=2.0, after_landing_s=2.0)
        out.append(written(measure(trace, flight, Site().air, sensor, seed=n), layout).encode())
    return out


def mutate(data: bytes, draw: random.Random) -> bytes:
    """Bytes flipped, lines dropped, doubled, shuffled, cut, columns torn, numbers blown up."""
    lines = data.split(b"\n")
    for _ in range(draw.randint(1, 4)):
        kind = draw.randrange(10)
        at = draw.randrange(len(lines)) if lines else 0
        if kind == 0:
            lines = lines[:at]
        elif kind == 1:
            lines = lines[at:]
        elif kind == 2:
            draw.shuffle(lines)
        elif kind == 3:
            lines = lines + lines[at:]
        elif kind == 4 and lines:
            raw = bytearray(b"\n".join(lines))
            for _ in range(draw.randint(1, 60)):
                if raw:
                    raw[draw.randrange(len(raw))] = draw.randrange(256)
            lines = bytes(raw).split(b"\n")
        elif kind == 5:
            lines = [line.replace(b",", b";", draw.randint(0, 2)) for line in lines]
        elif kind == 6 and lines:
            worst = draw.choice([b"nan", b"inf", b"-1e308", b"1e400", b"", b"\xff\xfe", b"9" * 400])
            lines = [worst + b"," + line if draw.random() < 0.2 else line for line in lines]
        elif kind == 7:
            lines = lines[::-1]
        elif kind == 8:
            lines = [line.split(b",")[0] for line in lines]
        else:
            lines = [line for line in lines if draw.random() < 0.4]
    return b"\n".join(lines)


def mutate_and_read(count: int, seed: int) -> Counter[str]:
    """How each of `count` mutations ended: read, refused, crashed."""
    draw = random.Random(seed)
    logs, counts = a_few_logs(), Counter({"crashed": 0})
    for _ in range(count):
        data = mutate(draw.choice(logs), draw)
        try:
            log = read_flight_log(data)
            json.dumps(log_answer(log), allow_nan=False)
            counts["read"] += 1
            counts["with a flight"] += log.found is not None
        except RocketryError:
            counts["refused"] += 1
        except Exception as error:
            counts["crashed"] += 1
            counts[f"{type(error).__name__}: {error}"[:90]] += 1
    return counts


def main() -> None:
    """The time of a log; ten thousand mutations are for `python -m bench.read_logs`, they take a quarter of an hour."""
    for data in a_few_logs()[:2]:
        read_flight_log(data)
        begun = time.perf_counter()
        for _ in range(5):
            read_flight_log(data)
        print(f"a log of {data.count(bytes([10]))} lines: {(time.perf_counter() - begun) / 5 * 1000:.0f} ms")


def mutations() -> None:
    """Ten thousand mutated files."""
    begun = time.perf_counter()
    print("mutated logs:", dict(mutate_and_read(10_000, seed=7)), f"{time.perf_counter() - begun:.0f} s")


if __name__ == "__main__":
    mutations()
