"""The demo's two fields as drawn, and what lies in its motor box. Invented like the rest."""

from typing import Any

from wobbly_fin.stores.actions.keep_stock import StockForm

# Metres east and north of the pad.
GROUNDS: dict[str, dict[str, Any]] = {
    "Brackwater Meadow": {
        "surface": "grass",
        "outline": [[-150, -120], [40, -165], [215, -110], [260, 40], [190, 150], [-20, 175], [-165, 90]],
        "features": [
            {"kind": "water", "name": "duck pond", "points": [[120, 60], [160, 48], [186, 74], [170, 104], [132, 98]]},
            {"kind": "trees", "name": "alders", "points": [[-165, 90], [-20, 175], [-30, 205], [-190, 115]]},
            {"kind": "road", "name": "mill lane", "points": [[-230, -150], [40, -205], [290, -130]]},
            {"kind": "spectators", "name": "the gate", "points": [[-60, -118], [-25, -126], [-22, -106], [-56, -98]]},
        ],
    },
    "Long Sallow Airstrip": {
        "surface": "dry grass",
        "outline": [[-620, -310], [780, -420], [860, 300], [310, 420], [-560, 340]],
        "features": [
            {"kind": "road", "name": "perimeter track", "points": [[-660, -340], [820, -455], [905, 320], [320, 460], [-600, 375], [-660, -340]]},
            {"kind": "buildings", "name": "old dispersal", "points": [[-420, 170], [-360, 160], [-350, 215], [-410, 225]]},
            {"kind": "power_line", "name": "", "points": [[-800, 470], [200, 540], [1000, 420]]},
            {"kind": "trees", "name": "shelter belt", "points": [[560, -260], [760, -280], [770, -220], [570, -200]]},
        ],
    },
}  # fmt: skip

# In the open sea on purpose: there is no such field.
PLACES = {"Brackwater Meadow": "47.250000, -33.500000", "Long Sallow Airstrip": "47.500000, -33.100000"}

STOCK = [
    StockForm(motor="catalogue:A7", count="4", batch="23 K", cost="3.40"),
    StockForm(motor="catalogue:B9", count="3", batch="14 M", cost="3.90", wanted="3"),
    StockForm(motor="catalogue:C8", count="5", batch="14 M", cost="4.30"),
    StockForm(motor="catalogue:C8-0", count="2", batch="14 M", cost="4.10", wanted="2"),
    StockForm(motor="catalogue:D14", count="2", batch="02 Q", cost="6.20"),
    StockForm(motor="catalogue:D17", count="1", cost="5.90", wanted="2"),
    StockForm(motor="catalogue:E19", count="2", cost="9.80"),
    StockForm(motor="catalogue:F66", count="1", cost="19.50"),
    StockForm(motor="catalogue:G66", count="2", cost="17.00", case_cost="62.00", case_owned=True),
    StockForm(motor="catalogue:G36", count="0", cost="16.20", case_cost="62.00", wanted="1"),
    StockForm(motor="catalogue:G98", count="1", cost="27.50"),
]
