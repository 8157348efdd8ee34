"""What pushes and turns a rocket, compiled: the right-hand side of its equations of motion.

Frame: x east, y north, z up, metres from the pad. State: position, velocity, and for a rigid body the unit vector of its
axis (nose-ward), its angular velocity across that axis and, where thrust may pull off the axis, a transverse direction
fixed in the body. The body does not roll, so that direction is carried along without turning about the axis.
"""

import math

from wobbly_fin.rocketry.air.standard import density_kg_m3, sound_speed_m_s
from wobbly_fin.rocketry.compiling import small_kernel
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.flight.figures import CANOPY, MACH_STEP, MACH_STEPS, ROD, Aero, Floats, Leg
from wobbly_fin.rocketry.flight.wind import wind_at

G = STANDARD_GRAVITY_M_S2

# The burn between two corners of the thrust curve, as one row: from when, thrust and its slope, flow and its slope,
# propellant left, both moments and their slopes; under a canopy: when it began to open, how long it takes; 1 while it burns.
SINCE, THRUST, THRUST_SLOPE, FLOW, FLOW_SLOPE, LEFT, MOMENT_1, SLOPE_1, MOMENT_2, SLOPE_2 = range(10)
OPENED, FILLING, BURNING = 10, 11, 12


@small_kernel
def density_at(height_m: float, q: Floats) -> float:
    return density_kg_m3(q[Leg.ELEVATION_M] + height_m, q[Leg.PRESSURE_FACTOR], q[Leg.WARMER_K])


@small_kernel
def hanging(t: float, y: Floats, k: Floats, row: int, burn: Floats, q: Floats, layers: Floats, gust: Floats) -> None:
    """Under a canopy: its drag alone, on the speed relative to the air."""
    k[row], k[row + 1], k[row + 2] = y[3], y[4], y[5]
    wx, wy = wind_at(y[2], q, layers, gust)
    ux, uy, uz = y[3] - wx, y[4] - wy, y[5]
    open_share = 1.0
    if burn[FILLING] > 0.0:
        # The area grows with the square of the time since it began to open.
        open_share = min(1.0, max(0.0, (t - burn[OPENED]) / burn[FILLING])) ** 2
    pull = 0.5 * density_at(y[2], q) * open_share * q[Leg.DRAG_AREA_M2] * math.sqrt(ux * ux + uy * uy + uz * uz) / q[Leg.MASS_KG]
    k[row + 3], k[row + 4], k[row + 5] = -pull * ux, -pull * uy, -pull * uz - G


@small_kernel
def point_moves(phase: int, force_n: float, mass_kg: float, y: Floats, k: Floats, row: int, q: Floats) -> None:
    """A point: drag and thrust along the rod, then along its velocity, in still air."""
    k[row], k[row + 1], k[row + 2] = y[3], y[4], y[5]
    drag = 0.5 * density_at(y[2], q) * q[Leg.DRAG_FACTOR] * q[Leg.DRAG_AREA_M2]
    ax, ay, az = q[Leg.AXIS_X], q[Leg.AXIS_Y], q[Leg.AXIS_Z]
    if phase == ROD:
        # On the rod speed has a sign: sliding back, drag points up the rod.
        along = y[3] * ax + y[4] * ay + y[5] * az
        a = (force_n - drag * along * abs(along)) / mass_kg - G * az
        k[row + 3], k[row + 4], k[row + 5] = a * ax, a * ay, a * az
        return
    speed = math.sqrt(y[3] * y[3] + y[4] * y[4] + y[5] * y[5])
    net = (force_n - drag * speed * speed) / mass_kg
    if speed > 0.0:
        ax, ay, az = y[3] / speed, y[4] / speed, y[5] / speed
    k[row + 3], k[row + 4], k[row + 5] = net * ax, net * ay, net * az - G


@small_kernel
def body_moves(
    phase: int, since: float, force_n: float, left_kg: float, y: Floats, k: Floats, row: int, burn: Floats, q: Floats,
    aero: Floats, layers: Floats, gust: Floats,
) -> None:  # fmt: skip
    """A rigid axisymmetric body: axial drag on |u| u_axial, normal force on |u| u_normal, body lift, pitch damping.

    Moments about the moving centre of gravity: normal force times the distance of its centre of pressure behind it;
    damping ½ρA|u| Σ CNα (x − x_cg)² ω; thrust off the axis. No jet damping; the inertia's own change turns nothing.
    """
    mass_kg = q[Leg.MASS_KG] + left_kg
    wx, wy = wind_at(y[2], q, layers, gust)
    ux, uy, uz = y[3] - wx, y[4] - wy, y[5]
    speed = math.sqrt(ux * ux + uy * uy + uz * uz)
    nx, ny, nz = y[6], y[7], y[8]
    along = ux * nx + uy * ny + uz * nz
    at = min(speed / sound_speed_m_s(q[Leg.ELEVATION_M] + y[2], q[Leg.WARMER_K]) / MACH_STEP, MACH_STEPS - 1.001)
    i = int(at) if at == at else 0
    share = at - i
    column = Aero.THRUSTING if burn[BURNING] > 0.0 else Aero.COASTING
    cd = aero[5 * i + column] + share * (aero[5 * i + 5 + column] - aero[5 * i + column])
    half_rho = 0.5 * density_at(y[2], q)
    pressure = half_rho * q[Leg.DRAG_AREA_M2] * speed
    net = force_n * q[Leg.THRUST_FACTOR] - pressure * cd * q[Leg.DRAG_FACTOR] * along
    for j in range(3):
        k[row + j] = y[3 + j]
    for j in range(6, int(q[Leg.STATE])):
        k[row + j] = 0.0
    if phase == ROD:
        a = net / mass_kg - G * q[Leg.AXIS_Z]
        k[row + 3], k[row + 4], k[row + 5] = a * q[Leg.AXIS_X], a * q[Leg.AXIS_Y], a * q[Leg.AXIS_Z]
        return
    slope = aero[5 * i + Aero.SLOPE] + share * (aero[5 * i + 5 + Aero.SLOPE] - aero[5 * i + Aero.SLOPE])
    slope_x = aero[5 * i + Aero.SLOPE_X] + share * (aero[5 * i + 5 + Aero.SLOPE_X] - aero[5 * i + Aero.SLOPE_X])
    slope_xx = aero[5 * i + Aero.SLOPE_XX] + share * (aero[5 * i + 5 + Aero.SLOPE_XX] - aero[5 * i + Aero.SLOPE_XX])
    cx, cy, cz = ux - along * nx, uy - along * ny, uz - along * nz
    lift = half_rho * q[Leg.BODY_LIFT_M2] * math.sqrt(cx * cx + cy * cy + cz * cz)
    across = pressure * slope + lift
    k[row + 3] = (net * nx - across * cx) / mass_kg
    k[row + 4] = (net * ny - across * cy) / mass_kg
    k[row + 5] = (net * nz - across * cz) / mass_kg - G

    cg = (q[Leg.MASS_KG] * q[Leg.CG_M] + left_kg * q[Leg.PROPELLANT_CG_M]) / mass_kg
    apart = q[Leg.CG_M] - q[Leg.PROPELLANT_CG_M]
    inertia = (
        q[Leg.INERTIA_KG_M2] + left_kg * q[Leg.PROPELLANT_INERTIA_M2] + q[Leg.MASS_KG] * left_kg / mass_kg * apart * apart
    )  # fmt: skip
    arm = pressure * (slope_x - cg * slope) + lift * (q[Leg.BODY_LIFT_AT_M] - cg)
    damping = pressure * max(0.0, slope_xx - 2.0 * cg * slope_x + cg * cg * slope)
    px, py, pz = y[9], y[10], y[11]
    # n × u_normal is the axis the air turns the nose about, towards where the air comes from.
    tx = arm * (ny * cz - nz * cy) - damping * px
    ty = arm * (nz * cx - nx * cz) - damping * py
    tz = arm * (nx * cy - ny * cx) - damping * pz
    k[row + 6], k[row + 7], k[row + 8] = py * nz - pz * ny, pz * nx - px * nz, px * ny - py * nx
    if q[Leg.STATE] > 12.0:
        ex, ey, ez = y[12], y[13], y[14]
        fx, fy, fz = ny * ez - nz * ey, nz * ex - nx * ez, nx * ey - ny * ex
        m1 = (burn[MOMENT_1] + burn[SLOPE_1] * since) * q[Leg.THRUST_FACTOR]
        m2 = (burn[MOMENT_2] + burn[SLOPE_2] * since) * q[Leg.THRUST_FACTOR]
        # e × n = −(n × e): thrust at e turns the body about −(n × e), thrust at n × e about e.
        tx, ty, tz = tx - m1 * fx + m2 * ex, ty - m1 * fy + m2 * ey, tz - m1 * fz + m2 * ez
        k[row + 12], k[row + 13], k[row + 14] = py * ez - pz * ey, pz * ex - px * ez, px * ey - py * ex
    k[row + 9], k[row + 10], k[row + 11] = tx / inertia, ty / inertia, tz / inertia


@small_kernel
def derivative(
    phase: int, t: float, y: Floats, k: Floats, row: int, burn: Floats, q: Floats, aero: Floats, layers: Floats, gust: Floats
) -> None:
    """The state's rate into `k` from `row` on."""
    if phase == CANOPY:
        hanging(t, y, k, row, burn, q, layers, gust)
        return
    since = t - burn[SINCE]
    force = burn[THRUST] + burn[THRUST_SLOPE] * since
    left = burn[LEFT] - since * (burn[FLOW] + 0.5 * burn[FLOW_SLOPE] * since)
    if q[Leg.STATE] < 7.0:
        point_moves(phase, force * q[Leg.THRUST_FACTOR], q[Leg.MASS_KG] + left, y, k, row, q)
    else:
        body_moves(phase, since, force, left, y, k, row, burn, q, aero, layers, gust)
