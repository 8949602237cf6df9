"""Where ellipses meet lines, circles and one another.

In the frame in which an ellipse is the unit circle, a point of it is (cos t, sin t), and the other curve,
put in, is a polynomial of the fourth degree in z = e^(it). Its roots on the unit circle are the meetings,
found in floats by simultaneous iteration (Weierstrass). At a working precision the root nearest to a
hint is enclosed by Newton's method for intervals (Moore, Interval Analysis).
"""

from __future__ import annotations

import cmath
from collections.abc import Callable
from math import atan2, hypot, pi

from flint import acb, arb

from mensuration.plane.edges import BallPoint, Edge, Spot

STEPS = 60
NEWTON_STEPS = 12


def oval_meetings(oval: Edge, other: Edge, tolerance: float) -> list[Spot]:
    """Spots where an ellipse meets another edge's line, circle or ellipse; none where they coincide."""
    value = _put_in(oval, other)
    size = max(abs(value(2 * pi * k / 8)) for k in range(8))
    if size <= 1e-9:
        return []
    spots: list[Spot] = []
    for t in _angles(value):
        t = _polished(value, t)
        if abs(value(t)) <= 1e-9 * size:
            spot = oval.at_angle(t)
            if all(hypot(spot[0] - s[0], spot[1] - s[1]) > tolerance for s in spots):
                spots.append(spot)
    return spots


def _put_in(oval: Edge, other: Edge) -> Callable[[float], float]:
    """How far the ellipse's point at angle t lies off the other curve, with a sign; of its own measure."""
    if other.straight:
        (ax, ay), (bx, by) = other.a, other.b
        length = hypot(bx - ax, by - ay)

        def off_line(t: float) -> float:
            x, y = oval.at_angle(t)
            return ((x - ax) * (by - ay) - (y - ay) * (bx - ax)) / (length * oval.r)

        return off_line

    def off_conic(t: float) -> float:
        u, v = other.unit_spot(oval.at_angle(t))
        return u * u + v * v - 1

    return off_conic


def _angles(value: Callable[[float], float]) -> list[float]:
    """Angles of the zeros of a trigonometric polynomial of degree two."""
    samples = [value(2 * pi * k / 8) for k in range(8)]
    coefficients = [
        sum(s * cmath.exp(-1j * n * 2 * pi * k / 8) for k, s in enumerate(samples)) / 8 for n in range(-2, 3)
    ]
    while len(coefficients) > 1 and abs(coefficients[-1]) <= 1e-12 * max(map(abs, coefficients)):
        coefficients = coefficients[1:-1]  # conjugates: both ends vanish together
    degree = len(coefficients) - 1
    monic = [c / coefficients[-1] for c in coefficients]
    roots = [(0.4 + 0.9j) ** k for k in range(degree)]
    for _ in range(STEPS):
        for i, root in enumerate(roots):
            top = sum(c * root**n for n, c in enumerate(monic))
            below = 1.0 + 0j
            for j, other in enumerate(roots):
                if j != i:
                    below *= root - other
            if below:
                roots[i] = root - top / below
    return [cmath.phase(root) for root in roots if abs(abs(root) - 1) < 1e-3]


def _polished(value: Callable[[float], float], t: float) -> float:
    """The zero of value, or of its derivative where it only touches, nearest to t."""
    h = 1e-5
    for _ in range(NEWTON_STEPS):
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


def ball_oval_meeting(oval: Edge, other: Edge, hint: Spot) -> BallPoint:
    """An enclosure of the meeting nearest to ``hint`` at the working precision in force."""
    u, v = oval.unit_spot(hint)
    start = arb(atan2(v, u))
    series = _series(oval, other)
    t = _enclosed(lambda t: _sum(series, t, 0), lambda t: _sum(series, t, 1), start)
    if t is None:  # they only touch: the zero of the derivative
        t = _enclosed(lambda t: _sum(series, t, 1), lambda t: _sum(series, t, 2), start)
    if t is None:
        t = start + arb(0, 1)  # says nothing, so nothing is claimed
    return oval.ball_at_angle(t)


def _series(oval: Edge, other: Edge) -> list[acb]:
    """The coefficients of e^(-2it) … e^(2it) of the other curve's equation on the ellipse."""
    count = 8
    samples = [_ball_off(oval, other, arb(2 * k) / count) for k in range(count)]
    return [
        sum((acb(s) * acb(arb(-2 * n * k) / count).exp_pi_i() for k, s in enumerate(samples)), acb(0)) / count
        for n in range(-2, 3)
    ]


def _ball_off(oval: Edge, other: Edge, half_turns: arb) -> arb:
    x, y = oval.ball_at_angle(half_turns * arb.pi())
    if other.straight:
        (ax, ay), (bx, by) = ((p[0].ball(), p[1].ball()) for p in (other.start, other.end))
        return (x - ax) * (by - ay) - (y - ay) * (bx - ax)
    u, v = other.ball_unit((x, y))
    return u * u + v * v - 1


def _sum(series: list[acb], t: arb, derivative: int) -> arb:
    total = acb(0)
    for n, coefficient in zip(range(-2, 3), series, strict=True):
        if n or not derivative:
            total += coefficient * acb(0, n) ** derivative * acb(0, n * t).exp()
    return total.real


def _enclosed(value: Callable[[arb], arb], slope: Callable[[arb], arb], start: arb) -> arb | None:
    """The one zero of ``value`` near ``start``, by interval Newton; None where it can't be told apart."""
    middle = start
    for _ in range(NEWTON_STEPS):  # plain Newton at the working precision
        below = slope(middle)
        if below.contains(0):
            return None
        step = value(middle) / below
        middle = arb((middle - step).mid())
        if abs(float(step.mid())) > 0.1:
            return None
    radius = abs(value(middle) / slope(middle)).upper() * 4 + arb(2) ** (-60)
    for _ in range(4):
        around = middle + arb(0, radius)
        below = slope(around)
        if below.contains(0):
            return None
        image = middle - value(middle) / below
        if around.contains(image):
            return _refined(value, slope, middle, image)
        radius = radius * 8
    return None


def _refined(value: Callable[[arb], arb], slope: Callable[[arb], arb], middle: arb, image: arb) -> arb:
    for _ in range(4):
        middle = arb(image.mid())
        image = (middle - value(middle) / slope(image)).intersection(image)
    return image


def oval_length(oval: Edge, start: BallPoint, sweep: arb) -> arb:
    """Length of an ellipse from one point of it on by an angle: ∫ √(a² sin² t + b² cos² t) dt, enclosed."""
    assert oval.radius is not None and oval.minor is not None
    u, v = oval.ball_unit(start)
    first = arb(atan2(float(v.mid()), float(u.mid())))
    c, s = first.cos(), first.sin()
    first += ((c * v - s * u) / (c * u + s * v)).atan()
    a, b = acb(oval.radius.ball()), acb(oval.minor.ball())

    def speed(t: acb, analytic: bool) -> acb:
        across, up = a * t.sin(), b * t.cos()
        return (across * across + up * up).sqrt(analytic=analytic)

    low, high = (first, first + sweep) if sweep > 0 else (first + sweep, first)
    return acb.integral(speed, acb(low), acb(high)).real
