"""What each figure on the screens is, how it comes about here, and what it is good for; by the name the answers have for it."""

TERMS: dict[str, str] = {
    # A forecast's
    "apogee": "How high it comes above the pad: where climbing ends and falling begins. Its canopy should open there, where it is slowest.",
    "max_speed": "The fastest it gets, near the end of the burn. Fins and glue must stand it, and near the speed of sound drag is another matter.",
    "rod_speed": "How fast it is when its last lug leaves the rod. Until then the rod keeps it straight; from then on only "
    "the air over its fins does, and slow air cannot. The least that will do goes with the wind.",
    "max_acceleration": "The hardest push of the motor, as a multiple of gravity, which is on top. A payload and its mounting feel it.",
    "descent_rate": "How fast it comes down under its open canopy, once weight and drag balance: faster breaks fins, slower drifts farther.",
    "drift": "How far the wind carries it from where it is over ground at the opening to where it lies. It should lie inside the field.",
    "landing_time": "From ignition to the ground. Somebody must keep an eye on it all that time.",
    "liftoff_mass": "Everything that leaves the pad: rocket, motors, packing, payload. Thrust has to lift it, and codes count it.",
    # Read-outs
    "apogee_m": "The highest point above the pad, from the pressure before launch and the least pressure in flight.",
    "apogee_time_s": "From first motion to the highest point.",
    "max_speed_m_s": "The fastest, from the smoothed path; a pressure log alone knows it less well than one with an accelerometer.",
    "burn_time_s": "From first motion to where the push ends.",
    "peak_acceleration_m_s2": "The hardest push, smoothed over a few samples: a slow logger flattens it.",
    "mean_boost_acceleration_m_s2": "The push averaged over the burn; times the burn time it should give about the top speed.",
    "coast_time_s": "From burnout to the highest point: the delay that would open it right at the top.",
    "apogee_to_ejection_s": "From the highest point to the charge; negative: the charge came before.",
    "ejection_altitude_m": "How high above the pad it was when the charge went.",
    "descent_rate_m_s": "How fast it came down under the open canopy, averaged over the steady part.",
    "duration_s": "From first motion to standing still on the ground.",
    "delay_s": "From burnout to the charge, as it was, whatever is printed. Delays of one type are learnt from it, by batch.",
    "drogue_rate_m_s": "How fast it came down between the top and the main canopy.",
    "main_altitude_m": "How high above the pad the main canopy opened.",
    # A motor's
    "impulse": "Thrust summed over the burn: the area under the curve. The letter on the case is its class, each class up to twice the one before.",
    "average_thrust": "Total impulse ÷ burn time: the number after the letter.",
    "peak_thrust": "The most it pushes, most often just after ignition.",
    "early_thrust": "Thrust averaged over the first tenth of a second: what gets a rocket off its rod fast enough to fly straight.",
    "burn_time": "From first reaching 5 % of the peak to last leaving it.",
    "total_mass": "Of the motor as it goes in, case and all.",
    "propellant_mass": "What burns and is gone at burnout: the rocket gets lighter by it, and balances farther ahead.",
    "size": "Diameter and length of its case: what the mount must take.",
    # A rocket's
    "mount": "The motor tube: which diameter and which length of motor it takes.",
    "canopy": "What it comes down under.",
    "cd": "Drag coefficient: how much drag for its frontal area. Told by its owner, fitted to its flights, or reckoned part by part from its shape.",
    "parts": "What the parts come to one by one, weighed or reckoned from size and material.",
    "empty": "The rocket ready to fly but for its motor. Once it is on the scale, the scale counts.",
    "ignition": "With its motors in, unburnt: what the rod speed and the codes go by.",
    "burnout": "When the propellant is gone: it balances farther ahead and is most stable then.",
    "axial": "How hard it is to roll about its own axis.",
    "across": "How hard it is to turn nose over tail: with the fins' push it says how quickly a swing dies out.",
}  # fmt: skip
