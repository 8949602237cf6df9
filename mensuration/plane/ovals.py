"""Where ellipses meet lines, circles and one another.

In the frame in which an ellipse is the unit circle, a point of it is (cos t, sin t), and the other curve,
put in, is a trigonometric polynomial of degree two. Its zeros are the meetings: found as the real roots of a
polynomial of the fourth degree, then enclosed at a working precision by Newton's method over intervals.
"""

from __future__ import annotations

import cmath
from collections.abc import Callable
from functools import lru_cache
from itertools import combinations
from math import atan2, cos, hypot, inf, log2, pi, sin

from flint import acb, arb, ctx, fmpq, fmpq_poly

from mensuration.numbers.newton import enclosed_zero
from mensuration.numbers.proof import precision
from mensuration.plane.edges import BallPoint, Bent, Edge, EllipseArc, Line, Spot
from mensuration.plane.tolerances import COINCIDE, UNIT_CIRCLE

SAMPLES = 5  # what a trigonometric polynomial of degree two is known by
MOST_BITS = 600  # more than the working precision
POLISHING = 12  # steps
ASIDE = 0.4  # radians; no meeting lies opposite to it by symmetry
NESTLING = {4: 3e-3, 3: 1e-4}  # zeros of one place, by their number: how far floats scatter them, in radians
FARTHEST = 0.1  # radians from a rough meeting to the enclosed one


def oval_meetings(oval: EllipseArc, other: Edge, tolerance: float) -> list[Spot]:
    """Spots where an ellipse meets another edge's line, circle or ellipse; none where they coincide."""
    value = _put_in(oval, other)
    size = max(abs(value(2 * pi * k / 8)) for k in range(8))
    if size <= COINCIDE:
        return []
    spots: list[Spot] = []
    for t, alone in _angles(value):
        t = _polished(value, t) if alone else t
        if abs(value(t)) <= COINCIDE * size:
            spot = oval.at_angle(t)
            if all(hypot(spot[0] - s[0], spot[1] - s[1]) > tolerance for s in spots):
                spots.append(spot)
    return spots


def _put_in(oval: EllipseArc, other: Edge) -> Callable[[float], float]:
    """How far the ellipse's point at angle t lies off the other curve, with a sign; of its own measure."""
    if isinstance(other, Line):
        (ax, ay), (bx, by) = other.a, other.b
        length = hypot(bx - ax, by - ay)

        def off_line(t: float) -> float:
            x, y = oval.at_angle(t)
            return ((x - ax) * (by - ay) - (y - ay) * (bx - ax)) / (length * float(oval.major))

        return off_line

    assert isinstance(other, Bent)
    conic = other

    def off_conic(t: float) -> float:
        u, v = conic.unit_spot(oval.at_angle(t))
        return u * u + v * v - 1

    return off_conic


def _angles(value: Callable[[float], float]) -> list[tuple[float, bool]]:
    """Angles of the zeros of a trigonometric polynomial of degree two, rough; some that are none may be among them.
    Three or four that lie together are one, where the curves nestle to one another; it does not stand alone.

    With u = tan((t - ASIDE)/2) it is a polynomial of the fourth degree in u, whose roots are found by FLINT.
    """
    samples = [value(ASIDE + 2 * pi * k / 8) for k in range(8)]
    mean = sum(samples) / 8
    (a1, b1), (a2, b2) = (
        (
            sum(s * cos(n * 2 * pi * k / 8) for k, s in enumerate(samples)) / 4,
            sum(s * sin(n * 2 * pi * k / 8) for k, s in enumerate(samples)) / 4,
        )
        for n in (1, 2)
    )
    rising = [mean + a1 + a2, 2 * b1 + 4 * b2, 2 * mean - 6 * a2, 2 * b1 - 4 * b2, mean - a1 + a2]
    quartic = fmpq_poly([fmpq(*coefficient.as_integer_ratio()) for coefficient in rising])
    if quartic.degree() < 1:
        return []
    found = [complex(root) for root, times in quartic.complex_roots() for _ in range(times)]  # type: ignore[misc, has-type]
    turns = [(1 + 1j * u) / (1 - 1j * u) for u in found if abs(1 - 1j * u) > UNIT_CIRCLE]
    for count, spread in NESTLING.items():
        for together in combinations(turns, count):
            middle = sum(together, 0j) / count
            if all(abs(z - middle) < spread for z in together):
                alone = [z for z in turns if z not in together]
                return [(cmath.phase(middle) + ASIDE, False), *_on_circle(alone)]
    return _on_circle(turns)


def _on_circle(turns: list[complex]) -> list[tuple[float, bool]]:
    return [(cmath.phase(z) + ASIDE, True) for z in turns if abs(abs(z) - 1) < UNIT_CIRCLE]


def _polished(value: Callable[[float], float], t: float) -> float:
    """The zero of value, or of its derivative where it only touches, nearest to t."""
    h = 1e-5
    for _ in range(POLISHING):
        slope = (value(t + h) - value(t - h)) / (2 * h)
        bend = (value(t + h) - 2 * value(t) + value(t - h)) / (h * h)
        if abs(slope) > 1e-4 * max(abs(bend), 1e-300):
            step = value(t) / slope
        elif bend:
            step = slope / bend
        else:
            return t
        if abs(step) > 0.5:
            return t
        t -= step
        if abs(step) < 1e-16:
            break
    return t


def ball_oval_meeting(oval: EllipseArc, other: Edge, hint: Spot) -> BallPoint:
    """An enclosure of the meeting nearest to ``hint`` at the working precision in force."""
    u, v = oval.unit_spot(hint)
    start = arb(atan2(v, u))
    series = _series(oval, other)
    t = _enclosed(series, 0, start)
    if t is None:  # they only touch: the zero of the derivative
        t = _enclosed(series, 1, start)
    if t is None:
        t = start + arb(0, 1)  # says nothing, so nothing is claimed
    return oval.ball_at_angle(t)


def _series(oval: EllipseArc, other: Edge) -> list[acb]:
    """The coefficients of e^(-2it) … e^(2it) of the other curve's equation on the ellipse."""
    samples = [_ball_off(oval, other, arb(2 * k) / SAMPLES) for k in range(SAMPLES)]
    return [
        sum((root * sample for root, sample in zip(roots, samples, strict=True)), acb(0)) / SAMPLES
        for roots in _roots_of_one(ctx.prec)
    ]


@lru_cache(maxsize=16)
def _roots_of_one(bits: int) -> list[list[acb]]:
    """e^(-2πi n k/SAMPLES) for every n from -2 to 2 and every sample k, at the working precision in force, ``bits``."""
    return [[acb(arb(-2 * n * k) / SAMPLES).exp_pi_i() for k in range(SAMPLES)] for n in range(-2, 3)]


def _ball_off(oval: EllipseArc, other: Edge, half_turns: arb) -> arb:
    x, y = oval.ball_at_angle(half_turns * arb.pi())
    if isinstance(other, Line):
        (ax, ay), (bx, by) = ((p[0].ball(), p[1].ball()) for p in (other.start, other.end))
        return (x - ax) * (by - ay) - (y - ay) * (bx - ax)
    assert isinstance(other, Bent)
    u, v = other.ball_unit((x, y))
    return u * u + v * v - 1


def _sum(series: list[acb], t: arb, derivative: int) -> arb:
    total = acb(0)
    for n, coefficient in zip(range(-2, 3), series, strict=True):
        if n or not derivative:
            total += coefficient * acb(0, n) ** derivative * acb(0, n * t).exp()
    return total.real


def _enclosed(series: list[acb], derivative: int, start: arb) -> arb | None:
    """The one zero of a derivative of the series near ``start``; None where it can't be told apart from others."""
    found = enclosed_zero(
        lambda at: [_sum(series, at[0], derivative)],
        lambda at: [_sum(series, at[0], derivative + 1)],
        [start],
        size=1.0,
        farthest=FARTHEST,
    )
    return None if found is None else found[0]


def oval_length(oval: EllipseArc, start: BallPoint, sweep: arb) -> arb:
    """Length of an ellipse from one point of it on by an angle: ∫ √(a² sin² t + b² cos² t) dt, enclosed.

    By Legendre's incomplete integral of the second kind (NIST Handbook of Mathematical Functions, 19.30): of the longer half axis
    L and the shorter S it is L (E(s₂, m) − E(s₁, m)) with m = 1 − S²/L², s from the end of the shorter axis.
    """
    u, v = oval.ball_unit(start)
    first = arb(atan2(float(v.mid()), float(u.mid())))
    c, s = first.cos(), first.sin()
    first += ((c * v - s * u) / (c * u + s * v)).atan()
    along = float(oval.major) >= float(oval.minor)
    with precision(ctx.prec + _bits_of_thinness(oval)):  # what 1 - m loses
        one, other = oval.major.ball(), oval.minor.ball()
        longer, shorter = (one, other) if along else (other, one)
        share = acb(1 - (shorter / longer) ** 2)
        begin = first + arb.pi() / 2 if along else first
        found = longer * (_legendre(begin + sweep, share) - _legendre(begin, share))
        return abs(found) if found.is_finite() else _length_by_integral(oval, first, sweep)


def _legendre(angle: arb, share: acb) -> arb:
    return acb.elliptic_e_inc(acb(angle), share).real


def _bits_of_thinness(oval: EllipseArc) -> int:
    ratio = float(oval.major) / float(oval.minor)
    return min(MOST_BITS, 2 * abs(int(log2(ratio)))) + 8 if 0 < ratio < inf else 8


def _length_by_integral(oval: EllipseArc, first: arb, sweep: arb) -> arb:
    """The same where Legendre's integral is not enclosed."""
    a, b = acb(oval.major.ball()), acb(oval.minor.ball())

    def speed(t: acb, analytic: bool) -> acb:
        across, up = a * t.sin(), b * t.cos()
        return (across * across + up * up).sqrt(analytic=analytic)

    low, high = (first, first + sweep) if sweep > 0 else (first + sweep, first)
    return acb.integral(speed, acb(low), acb(high)).real
