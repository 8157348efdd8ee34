"""Reading what an altimeter wrote: what the file holds, when things happened, how high and how fast, and how sure each figure is."""

from wobbly_fin.rocketry.altimetry.reading import FlightLog, read_flight_log

__all__ = ["FlightLog", "read_flight_log"]
