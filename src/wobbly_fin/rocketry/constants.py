"""Physical constants, each with its unit and source."""

STANDARD_GRAVITY_M_S2 = 9.80665  # m/s², CGPM 1901

# US Standard Atmosphere 1976 (NOAA/NASA/USAF), tables 2 and 4
GAS_CONSTANT_J_MOL_K = 8.31432  # J/(mol K), the value the 1976 standard itself uses
AIR_MOLAR_MASS_KG_MOL = 0.0289644  # kg/mol
AIR_GAS_CONSTANT_J_KG_K = GAS_CONSTANT_J_MOL_K / AIR_MOLAR_MASS_KG_MOL
HEAT_CAPACITY_RATIO = 1.4  # -
EARTH_RADIUS_M = 6_356_766.0  # m, the standard's radius for geopotential height
SEA_LEVEL_TEMPERATURE_K = 288.15  # K
SEA_LEVEL_PRESSURE_PA = 101_325.0  # Pa

ZERO_CELSIUS_K = 273.15  # K
FOOT_M = 0.3048  # m, exact, international foot of 1959
PA_PER_HPA = 100.0

# Standard deviations to either side that hold 90 % of a normal distribution, and its square, a rise of chi squared for one figure.
Z90 = 1.6448536269514722
CHI2_90 = Z90**2

# Scatter of a labelled delay: NFPA 1125, quoted from memory
DELAY_SCATTER_FRACTION = 0.20  # of the label
DELAY_SCATTER_LEAST_S = 1.5  # s
