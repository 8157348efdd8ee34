"""What people call wadding: what burns is refused, what nobody knows is asked about, and neither ever passes."""

import pytest

from wobbly_fin.rocketry.recovery.wadding import what_it_is

BURNS = [
    "Softener sheet", "kitchen paper", "dry grass", "Laundry sheets, two", "kitchen roll", "untreated tissue", "Toilet paper", "not treated",
    "non-flameproof cloth", "some hay from the field", "cotton wool balls", "old newspaper", "a tea towel", "packing paper", "wood shavings",
    "baby wipes", "bubble wrap", "Paper towel", "FABRIC SOFTENER", "facial tissues", "un treated fluff", "moss", "paper napkins",
]  # fmt: skip
TREATED = [
    "treated tissue",
    "flame-retardant paper",
    "cellulose fluff",
    "fireproof cloth",
    "recovery wadding",
    "borate-treated fluff",
    "aramid cloth",
]
ASKED = [
    "the packet from the shop",
    "grey stuff",
    "wadding",
    "paper",
    "tissue",
    "treated kitchen paper",
    "fire-retardant dryer sheet",
    "wool",
    "x",
]


@pytest.mark.parametrize(
    ("name", "is_"), [(n, "burns") for n in BURNS] + [(n, "treated") for n in TREATED] + [(n, "unknown") for n in ASKED]
)
def test_a_name_is_read_for_what_it_is(name: str, is_: str) -> None:
    assert what_it_is(name) == is_ == what_it_is(f"  {name.upper()} ")


def test_nothing_said_is_nothing_said() -> None:
    assert what_it_is("") == what_it_is("  ") == ""
