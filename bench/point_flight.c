/* The loop of rocketry/flight/kernel.py once more, in C, for the bench to hold the compiled kernel against.
   Vertical rod, any wind; the same method, tolerances and events. Figures out: apogee time, apogee, landing time. */
#include <math.h>
#include <string.h>

#define G 9.80665
#define R_AIR (8.31432 / 0.0289644)
#define EARTH 6356766.0
enum { ROD, FREE, CANOPY };
enum { NONE, ROD_EXIT, APOGEE, GROUND };

typedef struct {
  double mass, cda, canopy_cda, motor, propellant, delay, elevation, pressure, warmer, rod, wx, wy, wexp, wheight, tol;
} Point;
typedef struct { double t0, f0, slope, left, per; } Burn;

static const double A[7][6] = {
  {0}, {1 / 5.0}, {3 / 40.0, 9 / 40.0}, {44 / 45.0, -56 / 15.0, 32 / 9.0},
  {19372 / 6561.0, -25360 / 2187.0, 64448 / 6561.0, -212 / 729.0},
  {9017 / 3168.0, -355 / 33.0, 46732 / 5247.0, 49 / 176.0, -5103 / 18656.0},
  {35 / 384.0, 0, 500 / 1113.0, 125 / 192.0, -2187 / 6784.0, 11 / 84.0}};
static const double C[7] = {0, 0.2, 0.3, 0.8, 8 / 9.0, 1, 1};
static const double E[7] = {71 / 57600.0, 0, -71 / 16695.0, 71 / 1920.0, -17253 / 339200.0, 22 / 525.0, -1 / 40.0};
static const double GX[5] = {-0.906179845938664, -0.538469310105683, 0, 0.538469310105683, 0.906179845938664};
static const double GW[5] = {0.236926885056189, 0.478628670499366, 0.568888888888889, 0.478628670499366, 0.236926885056189};

static double density(double z, const Point *p) {
  double h = EARTH * z / (EARTH + z), t, pr;
  if (h < -1000 || h > 32000) return NAN;
  if (h <= 11000) { t = 288.15 - 0.0065 * h; pr = 101325.0 * pow(t / 288.15, G / (0.0065 * R_AIR)); }
  else if (h <= 20000) { t = 216.65; pr = 22632.06397 * exp(-G * (h - 11000) / (R_AIR * t)); }
  else { t = 216.65 + 0.001 * (h - 20000); pr = 5474.888669 * pow(t / 216.65, -G / (0.001 * R_AIR)); }
  return p->pressure * pr / (R_AIR * (t + p->warmer));
}
static double wind_factor(double z, const Point *p) { return z <= 0 ? (p->wexp > 0 ? 0 : 1) : pow(z / p->wheight, p->wexp); }

static void derivative(int phase, double force, double m, const double *y, double *dy, const Point *p) {
  double half = 0.5 * density(p->elevation + y[2], p);
  dy[0] = y[3]; dy[1] = y[4]; dy[2] = y[5];
  if (phase == CANOPY) {
    double w = wind_factor(y[2], p), ux = y[3] - w * p->wx, uy = y[4] - w * p->wy, uz = y[5];
    double pull = half * p->canopy_cda * sqrt(ux * ux + uy * uy + uz * uz) / m;
    dy[3] = -pull * ux; dy[4] = -pull * uy; dy[5] = -pull * uz - G;
  } else if (phase == ROD) {
    dy[3] = dy[4] = 0; dy[5] = (force - half * p->cda * y[5] * fabs(y[5])) / m - G;
  } else {
    double v = sqrt(y[3] * y[3] + y[4] * y[4] + y[5] * y[5]), net = (force - half * p->cda * v * v) / m;
    if (v > 0) { dy[3] = net * y[3] / v; dy[4] = net * y[4] / v; dy[5] = net * y[5] / v - G; }
    else { dy[3] = dy[4] = 0; dy[5] = net - G; }
  }
}
static void burning(double t, const Burn *b, const Point *p, double *force, double *m) {
  double since = t - b->t0;
  *force = b->f0 + b->slope * since;
  *m = p->mass + p->motor - p->propellant + b->left - b->per * since * (b->f0 + *force) / 2;
}
static double step(int phase, double t, double h, const double *y, double *new, double k[7][6], const Point *p, const Burn *b) {
  double force, m, worst = 0, sum = 0;
  for (int s = 1; s < 7; s++) {
    for (int i = 0; i < 6; i++) {
      double total = 0;
      for (int j = 0; j < s; j++) total += A[s][j] * k[j][i];
      new[i] = y[i] + h * total;
    }
    burning(t + C[s] * h, b, p, &force, &m);
    derivative(phase, force, m, new, k[s], p);
  }
  for (int i = 0; i < 6; i++) {
    double wrong = 0;
    for (int j = 0; j < 7; j++) wrong += E[j] * k[j][i];
    sum += wrong;
    double x = fabs(h * wrong) / ((1 + fmax(fabs(y[i]), fabs(new[i]))) * p->tol);
    if (x > worst) worst = x;
  }
  return isnan(sum) ? NAN : worst;
}
static double value(int event, const double *y, const Point *p) { return event == ROD_EXIT ? p->rod - y[2] : event == APOGEE ? y[5] : y[2]; }
static double rate(int event, const double *dy) { return event == ROD_EXIT ? -dy[2] : event == APOGEE ? dy[5] : dy[2]; }
static double locate(int event, int phase, double t, double h, const double *y, double *at, double k[7][6], const Point *p, const Burn *b) {
  double low = 0, high = h, g0 = value(event, y, p), g1 = value(event, at, p), guess = g0 > g1 ? h * g0 / (g0 - g1) : h;
  for (int n = 0; n < 40; n++) {
    step(phase, t, guess, y, at, k, p, b);
    double v = value(event, at, p), r = rate(event, k[6]);
    if (v > 0) low = guess; else high = guess;
    double nearer = r != 0 ? guess - v / r : (low + high) / 2;
    if (fabs(nearer - guess) <= 1e-10 * (1 + t)) break;
    guess = low < nearer && nearer < high ? nearer : (low + high) / 2;
  }
  return guess;
}
static double next_length(double h, double error) { return h * fmin(8, fmax(0.2, 0.9 * pow(error + 1e-12, -0.2))); }
static double fall(double z, double m, const Point *p) { return sqrt(2 * m * G / (density(p->elevation + z, p) * p->canopy_cda)); }

static double settled(double t, double *y, double bottom, double m, const Point *p) {
  double wind = hypot(p->wx, p->wy), drift = 0, sx = y[3], sy = y[4], top = y[2], tau = fall(top, m, p) / G;
  top += 0.5 * tau * (y[5] + tau * G);
  while (top > bottom) {
    double low = bottom;
    if (wind > 0 && top > 3 * fmax(bottom, 1e-3)) low = top / 3;
    low = fmax(fmax(low, top - 1500), bottom);
    double rt = density(p->elevation + top, p), rl = density(p->elevation + low, p);
    double scale = rl > rt ? (top - low) / log(rl / rt) : 1e9, half = 0.5 * (top - low), seconds = 0;
    for (int i = 0; i < 5; i++) {
      double z = low + half * (1 + GX[i]), v = fall(z, m, p), f = wind_factor(z, p), lag = v * v / G * wind * f * p->wexp / z;
      v *= 1 + v * v / (4 * G * scale) - 0.25 * (lag / v) * (lag / v);
      seconds += GW[i] * half / v; drift += GW[i] * half / v * f;
    }
    t += seconds; top = low;
    double v = fall(top, m, p), f = wind_factor(top, p);
    tau = v / G;
    double outrun = top > 0 && wind > 0 ? tau * v * f * p->wexp / top : 0;
    y[2] = top; y[3] = p->wx * (f + outrun); y[4] = p->wy * (f + outrun); y[5] = -v * (1 + v * v / (4 * G * scale));
  }
  y[0] += p->wx * drift - tau * (y[3] - sx);
  y[1] += p->wy * drift - tau * (y[4] - sy);
  return t;
}

void fly(const double *times, const double *thrust, const double *delivered, int n, const double *figures, double *out) {
  Point p;
  memcpy(&p, figures, sizeof p);
  double k[7][6], y[6] = {0}, new[6], at_eject[6], t = 0, apogee_t = NAN, apogee_z = NAN, land = NAN, h = 1e-3;
  double per = p.propellant / delivered[n - 1], eject = times[n - 1] + p.delay, m1 = p.mass + p.motor - p.propellant;
  int last = n - 1, i = -1, phase = ROD, fresh = 1, ejected = 0, done = 0;
  /* liftoff by the same quadratic, first rising root */
  for (int j = 0; j < last; j++) {
    double slope = (thrust[j + 1] - thrust[j]) / (times[j + 1] - times[j]), c = thrust[j] - G * (p.mass + p.motor - per * delivered[j]);
    if (c > 0) { t = times[j]; break; }
    double b = slope + G * per * thrust[j], a = 0.5 * G * per * slope, d = b * b - 4 * a * c, root = NAN;
    if (d >= 0) {
      double q = -0.5 * (b + copysign(sqrt(d), b)), r1 = a ? q / a : NAN, r2 = q ? c / q : NAN;
      for (int w = 0; w < 2; w++) { double r = w ? r2 : r1; if (r >= 0 && r < times[j + 1] - times[j] && b + 2 * a * r > 0 && !(r > root)) root = r; }
    }
    if (!isnan(root)) { t = times[j] + root; break; }
  }
  Burn b;
  for (int guard = 0; guard < 1000000; guard++) {
    if (fresh) {
      while (i < last && (i < 0 || times[i + 1] <= t)) i++;
      b.t0 = times[i]; b.per = per; b.left = p.propellant - per * delivered[i];
      if (i >= last) { b.f0 = b.slope = b.left = 0; }
      else { b.f0 = thrust[i]; b.slope = (thrust[i + 1] - thrust[i]) / (times[i + 1] - times[i]); }
      double force, m;
      burning(t, &b, &p, &force, &m);
      derivative(phase, force, m, y, k[0], &p);
      fresh = 0;
    }
    if (phase == CANOPY && !done) {
      double v = fall(fmax(y[2], 0), m1, &p), f = wind_factor(y[2], &p), side = hypot(y[3] - f * p.wx, y[4] - f * p.wy);
      double shear = p.wx != 0 || p.wy != 0 ? 20 * p.wexp * v * v / G : 0;
      if (v * v < 0.05 * G * 8000 && fabs(y[5] + v) < 0.03 * v && side < 0.08 * v && y[2] > shear + 2 * v * v / G) {
        t = settled(t, y, shear, m1, &p);
        done = fresh = 1; h = 0.2 * v / G;
        if (shear == 0) { land = t; break; }
        continue;
      }
    }
    double stop = i < last ? times[i + 1] : INFINITY;
    if (!ejected && eject < stop) stop = eject;
    int clipped = t + h >= stop - 1e-12;
    double length = clipped ? stop - t : h, error = step(phase, t, length, y, new, k, &p, &b);
    if (isnan(error)) break;
    if (error > 1) { h = next_length(length, error); continue; }
    double full = next_length(length, error);
    int event = NONE;
    if (isnan(apogee_t) && phase != CANOPY && y[5] >= 0 && new[5] < 0) event = APOGEE;
    else if (phase == ROD && value(ROD_EXIT, new, &p) <= 0) event = ROD_EXIT;
    else if (new[2] <= 0 && new[5] < 0) event = GROUND;
    while (event) {
      clipped = 0; length = locate(event, phase, t, length, y, new, k, &p, &b);
      if (event != APOGEE || phase != ROD || value(ROD_EXIT, new, &p) > 0) break;
      event = ROD_EXIT;
    }
    t = clipped ? stop : t + length;
    memcpy(y, new, sizeof y); memcpy(k[0], k[6], sizeof k[0]);
    h = clipped ? fmax(full, h) : full;
    if (clipped && i < last && t >= times[i + 1]) fresh = 1;
    if (event == ROD_EXIT) { phase = FREE; fresh = 1; }
    else if (event == APOGEE) { apogee_t = t; apogee_z = y[2]; }
    else if (event == GROUND) { land = t; break; }
    if (!ejected && t >= eject) { ejected = 1; memcpy(at_eject, y, sizeof y); }
    if (ejected && phase != CANOPY && !isnan(apogee_t)) { memcpy(y, at_eject, sizeof y); t = eject; phase = CANOPY; fresh = 1; h = 1e-3; }
  }
  out[0] = apogee_t; out[1] = apogee_z; out[2] = land;
}
