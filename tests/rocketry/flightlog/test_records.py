"""Records of a log."""

from hypothesis import given
from hypothesis import strategies as st

from wobbly_fin.rocketry.flightlog.records import Attempt, records


def _flown(*told: Attempt) -> dict[str, tuple[float, str]]:
    return {r.kind: (r.value, r.key) for r in records(told)}


def test_each_record_by_hand():
    found = _flown(
        Attempt(key="a", succeeded=True, height_m=120, speed_m_s=50, duration_s=40, walk_m=80, miss_fraction=-0.10),
        Attempt(key="b", succeeded=True, height_m=150, miss_fraction=0.02),
        # Higher, faster, nearer than any, and ruined: only how long it flew and how far off it lay count.
        Attempt(key="c", succeeded=False, height_m=300, speed_m_s=90, duration_s=70, walk_m=400, miss_fraction=0.001),
        Attempt(key="d", succeeded=True, height_m=150),
    )
    assert found == {
        "highest": (150, "b"), "fastest": (50, "a"), "longest": (70, "c"), "farthest": (400, "c"),
        "nearest_forecast": (0.02, "b"), "safe_in_a_row": (2, "b"),
    }  # fmt: skip


def test_nothing_measured_is_no_record():
    assert records([]) == () == records([Attempt(key="a", succeeded=True)])


@given(st.lists(st.tuples(st.booleans(), st.floats(1, 2000)), max_size=30))
def test_no_safe_flight_beats_the_record(told):
    attempts = [Attempt(key=str(i), succeeded=ok, height_m=h) for i, (ok, h) in enumerate(told)]
    highest = [r for r in records(attempts) if r.kind == "highest"]
    safe = [a.height_m for a in attempts if a.succeeded]
    assert [r.value for r in highest] == ([max(safe)] if safe else [])
