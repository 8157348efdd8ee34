"""A simulated weather service: plausible days from a seed, and a small HTTP server that tells them in an open JSON form.

Winds follow the sun: light at dawn, strongest in mid-afternoon, dying at dusk; they grow and veer with height. It stands in for a real
forecast behind the same interface (`rocketry.launchday.weather`), and says of itself that it is simulated.
"""

import json
import math
import random
import threading
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any
from urllib.parse import parse_qs, urlparse

from wobbly_fin.rocketry.flight.site import WindLayer
from wobbly_fin.rocketry.launchday.weather import Forecast, HourlyWeather, forecast_document

HEIGHTS_M = (10.0, 50.0, 100.0, 200.0, 400.0, 800.0, 1500.0)


def simulated(day: str, seed: int = 0) -> Forecast:
    """The weather of an ISO day; the same for the same seed."""
    draw = random.Random(f"{day}/{seed}")
    strongest = draw.uniform(2.0, 9.0)
    calm = draw.uniform(0.15, 0.4)
    peak = draw.uniform(13.5, 16.0)
    came_from, veers = draw.uniform(0, 360), draw.uniform(-40, 60)
    season = math.cos(2 * math.pi * (int(day[5:7]) - 7) / 12)
    mean_c, swing_c = 9.0 + 9.0 * season + draw.gauss(0, 2.0), draw.uniform(3.0, 7.0)
    pressure, trend = draw.uniform(995, 1030), draw.uniform(-0.4, 0.4)
    base_m = draw.choice((None, draw.uniform(350, 700), draw.uniform(700, 1500), draw.uniform(1500, 3000)))
    hours = []
    for hour in range(6, 22):
        sun = max(0.0, math.cos((hour - peak) / 16 * 2 * math.pi / 2)) ** 1.5
        wind = max(0.3, strongest * (calm + (1 - calm) * sun) + draw.gauss(0, 0.15))
        bearing = (came_from + veers * (hour - 6) / 15) % 360
        hours.append(
            HourlyWeather(
                hour=float(hour),
                wind_m_s=round(wind, 1),
                from_deg=round(bearing, 0) % 360,
                gust_m_s=round(wind * (1.25 + 0.35 * sun), 1),
                temperature_c=round(mean_c + swing_c * math.cos((hour - 15) / 24 * 2 * math.pi), 1),
                pressure_hpa=round(pressure + trend * (hour - 6), 1),
                cloud_base_m=None if base_m is None else round(base_m * (0.8 + 0.4 * sun), -1),
                aloft=tuple(
                    WindLayer(
                        height_m=h,
                        speed_m_s=round(wind * (h / 10.0) ** (0.12 + 0.12 * (1 - sun)), 1),
                        from_deg=round(bearing + 12 * math.log10(h / 10.0), 0) % 360,
                    )
                    for h in HEIGHTS_M
                ),
            )
        )
    return Forecast(day=day, source="simulated weather service", simulated=True, hours=tuple(hours))


class _Handler(BaseHTTPRequestHandler):
    """GET /forecast?day=2026-06-20&seed=1"""

    def do_GET(self) -> None:
        asked = urlparse(self.path)
        query = parse_qs(asked.query)
        day = (query.get("day") or [""])[0]
        try:
            if asked.path != "/forecast":
                raise KeyError
            answer, status = forecast_document(simulated(day, int((query.get("seed") or ["0"])[0]))), 200
        except (KeyError, ValueError, IndexError):
            answer, status = {"error": "ask for /forecast?day=YYYY-MM-DD"}, 404
        self._send(status, answer)

    def _send(self, status: int, answer: dict[str, Any]) -> None:
        body = json.dumps(answer).encode()
        self.send_response(status)
        self.send_header("Content-Type", "application/json")
        self.send_header("Content-Length", str(len(body)))
        self.end_headers()
        self.wfile.write(body)

    def log_message(self, format: str, *args: Any) -> None:
        """Says nothing."""


class SimulatedWeatherService:
    """The stand-in, serving on this machine only until closed; `url` is where."""

    def __init__(self, port: int = 0) -> None:
        self._server = ThreadingHTTPServer(("127.0.0.1", port), _Handler)
        self.url = f"http://127.0.0.1:{self._server.server_address[1]}"
        self._thread = threading.Thread(target=self._server.serve_forever, daemon=True, name="simulated-weather")
        self._thread.start()

    def close(self) -> None:
        """Stop serving."""
        self._server.shutdown()
        self._server.server_close()
