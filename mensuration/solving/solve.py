"""From the givens of a catalogue figure to all its quantities, with the path taken."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from contextlib import suppress
from dataclasses import dataclass, field
from math import isclose, isfinite

from mensuration.catalogue.figure import FEWEST_EDGES, Figure, Measure, Relation
from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse
from mensuration.expressions.algebras import Floats, in_floats
from mensuration.numbers import Real
from mensuration.numbers.rounding import Rounding, round_by
from mensuration.solving.digits import agree_as_typed
from mensuration.solving.faults import SolvingError, clash, listed, nothing_found, still_moving, too_little
from mensuration.solving.forms import inputs, noise_in
from mensuration.solving.planning import has_second, may_clash, planned, unused, usual_step
from mensuration.solving.search import StillMoves, sufficient
from mensuration.solving.solution import USUAL_CHOICE, Solution, Step
from mensuration.solving.trial import Trial, trials

MOST_SOLUTIONS = 8
MOST_TRIED = 24
NEAR = 1e-6  # what was found in floats, and its value


def _plainly(quantity: Quantity) -> str:
    return round_by(quantity.value, Rounding(figures=5)).text


def solve(
    figure: Figure,
    given: Mapping[str, Quantity],
    pi: Real,
    show: Callable[[Quantity], str] = _plainly,
) -> Solution:
    """All quantities of ``figure`` from any sufficient ``given`` ones: the first of their solutions.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.expressions import Quantity
    >>> from mensuration.numbers import PI, Real
    >>> from mensuration.units import LENGTH
    >>> solve(figures()["square"], {"side": Quantity(Real.of(3), LENGTH)}, PI).values["area"].value
    Real('9')
    """
    return solutions(figure, given, pi, show, most=1)[0]


def solutions(
    figure: Figure,
    given: Mapping[str, Quantity],
    pi: Real,
    show: Callable[[Quantity], str] = _plainly,
    most: int = MOST_SOLUTIONS,
    thorough: bool = False,
) -> list[Solution]:
    """Every figure that has these measurements. ``show`` writes values in complaints. ``thorough`` looks for more where a
    form with two values was used, which takes longer.

    Goes forward in rounds: each round finds what follows from the rounds before by one rearranged
    form, so the path to every quantity is a shortest one. Where a form has two values, both are followed; where
    none leads on, more quantities are tried (:mod:`mensuration.solving.trial`). Raises SolvingError when a value
    is out of range, when the givens contradict one another, or when they are too few.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI, Real
    >>> from mensuration.units import AREA, LENGTH
    >>> known = {"perimeter": Quantity(Real.of(10), LENGTH), "area": Quantity(Real.of(6), AREA)}
    >>> [found.values["width"].value for found in solutions(figures()["rectangle"], known, PI)]
    [Real('2'), Real('3')]
    """
    _check_signs(figure, given)
    waiting = [_State(dict(given), [])]
    found: list[Solution] = []
    fault: SolvingError | None = None
    tried = 0
    while waiting and len(found) < most and tried < MOST_TRIED:
        state = waiting.pop(0)
        tried += 1
        try:
            _follow(figure, given, state, waiting, pi, show)
            _check_agreement(figure, given, state, pi, show)
        except SolvingError as error:
            if fault is None or (error.code == "too-little" and fault.code != "too-little"):
                fault = error  # a branch without contradiction tells more than one with
                fault.partial = Solution(figure, state.values, frozenset(given), tuple(state.steps), pi)
            continue
        solution = Solution(figure, state.values, frozenset(given), tuple(state.steps), pi, state.remarks)
        if not any(_same(solution, other) for other in found):
            found.append(solution)
    if not found and fault is not None and fault.code in ("impossible", "out-of-range"):
        if fault.code == "impossible" and not sufficient(figure, frozenset(given)):
            raise SolvingError("too-little", too_little(figure, given))
        found = _elsewhere(figure, given, pi, show, most)
    elif thorough and len(found) < most and any(has_second(figure, s) for one in found for s in one.steps):
        others = _elsewhere(figure, given, pi, show, most)
        found += [one for one in others if not any(_same(one, other) for other in found)]
    if not found:
        assert fault is not None
        if fault.code == "contradiction":
            says, at = clash(figure, given, lambda some: solutions(figure, some, pi, show), show, fault.says)
            fault.says, fault.given = says, at
        raise fault
    return found


def _elsewhere(
    figure: Figure,
    given: Mapping[str, Quantity],
    pi: Real,
    show: Callable[[Quantity], str],
    most: int,
) -> list[Solution]:
    """Figures that the forms don't lead to, where one of two roots is no figure: looked for by trial from the givens."""
    if not sufficient(figure, frozenset(given)):
        return []
    found: list[Solution] = []
    first = _State(dict(given), [])
    waiting: list[_State] = []
    try:
        steps = _by_trial(figure, given, first, waiting, pi)
    except SolvingError as error:
        if error.code == "too-little":
            raise
        return []
    if steps:
        for state in [first.beside(steps, first.whole), *waiting][:most]:
            with suppress(SolvingError):
                _follow(figure, given, state, [], pi, show)
                _check_agreement(figure, given, state, pi, show)
                found.append(Solution(figure, state.values, frozenset(given), tuple(state.steps), pi))
    return found


@dataclass
class _State:
    """What is known on one branch, and how it was found."""

    values: dict[str, Quantity]
    steps: list[Step]
    whole: Floats | None = None
    """The figure that was found by trial, in floats: of two values of a form it has one."""
    remarks: dict[str, str] = field(default_factory=dict)
    """What is to be said of givens that agree but for digits that nobody typed."""

    def scope(self, pi: Real) -> Scope:
        return Scope(lambda path: self.values.get(path.text), lambda: list(self.values), pi)

    def beside(self, found: list[tuple[Step, Quantity]], whole: Floats | None = None) -> _State:
        """Another branch from here on, with these values."""
        values = {step.quantity: value for step, value in found}
        return _State({**self.values, **values}, [*self.steps, *(step for step, _ in found)], whole)


def _follow(
    figure: Figure,
    given: Mapping[str, Quantity],
    state: _State,
    waiting: list[_State],
    pi: Real,
    show: Callable[[Quantity], str],
) -> None:
    """Forward from a state to everything; branches that open on the way go to ``waiting``."""
    scope = state.scope(pi)
    _check_found(figure, state.values, state.steps)
    _check_constraints(figure, state.values, set(state.values), scope)
    while True:
        found = _one_round(figure, state, scope, waiting)
        if not found and _is_open(figure, state) and sufficient(figure, frozenset(given)):
            _check_agreement(figure, given, state, pi, show)
            found = _by_trial(figure, given, state, waiting, pi)
        if not found:
            usual = usual_step(figure, frozenset(state.values))
            found = [] if usual is None else [(usual, _worked(figure, usual, scope))]
        if not found:
            break
        for step, value in found:
            state.values[step.quantity] = value
            state.steps.append(step)
        _check_found(figure, state.values, [step for step, _ in found])
        _check_constraints(figure, state.values, {step.quantity for step, _ in found}, scope)
    if _is_open(figure, state):
        _check_agreement(figure, given, state, pi, show)
        raise SolvingError("too-little", too_little(figure, state.values))


def _is_open(figure: Figure, state: _State) -> bool:
    """Whether some measure is still unknown."""
    return any(measure.name not in state.values for measure in figure.measures)


def _by_trial(
    figure: Figure, given: Mapping[str, Quantity], state: _State, waiting: list[_State], pi: Real
) -> list[tuple[Step, Quantity]]:
    """What goes on from here without a closed form; other figures with these values go to ``waiting``."""
    try:
        found = trials(figure, state.values, frozenset(given), pi)
    except StillMoves as moving:
        raise SolvingError("too-little", still_moving(figure, state.values, moving.some)) from None
    if not found:
        code = "contradiction" if len(given) > len(figure.basis) else "impossible"
        raise SolvingError(code, nothing_found(figure, state.values))
    if state.whole is not None:  # a count that was found by trial led here: its figure goes on first
        whole = state.whole
        found.sort(
            key=lambda trial: any(not isclose(trial.whole[name], whole[name], rel_tol=NEAR) for name in whole)
        )
    first, *others = (
        [(_tried(figure, name, trial), value) for name, value in trial.values.items()] for trial in found
    )
    waiting += [state.beside(steps, trial.whole) for steps, trial in zip(others, found[1:], strict=True)]
    state.whole = found[0].whole
    return first


def _tried(figure: Figure, name: str, trial: Trial) -> Step:
    together = tuple(trial.values) if len(trial.values) > 1 else ()
    source = "no closed form: found by trial"
    if together:
        source = f"no closed form: {listed([figure.title_of(each) for each in together], 'and')} found together, by trial"
    return Step(name, name, source, None, trial.equations, trial.by, together)


def _same(one: Solution, two: Solution) -> bool:
    return all(_agree(one.values[name].value, two.values[name].value, False) for name in one.values)


def _agree(one: Real, two: Real, proven: bool) -> bool:
    """Whether two numbers are the same; what was found by trial is not proven equal but compared in floats."""
    if proven or (one.exact is not None and two.exact is not None):
        return one.same_as(two)
    return isclose(float(one), float(two), rel_tol=1e-9, abs_tol=1e-12)


def _one_round(
    figure: Figure, state: _State, scope: Scope, waiting: list[_State]
) -> list[tuple[Step, Quantity]]:
    """Everything that follows by one form from what is known; other values open branches."""
    found = []
    for step, other in planned(figure, frozenset(state.values)):
        value = _worked(figure, step, scope)
        if other is not None and state.whole is not None and not _near(value, state.whole[step.quantity]):
            with suppress(SolvingError):
                second = _worked(figure, other, scope)
                if _near(second, state.whole[step.quantity]):
                    step, value, other = other, second, step
        if other is not None:
            _open_branch(figure, other, state, scope, waiting)
        found.append((step, value))
    return found


def _near(quantity: Quantity, value: float) -> bool:
    return isclose(float(quantity.value), value, rel_tol=NEAR)


def _open_branch(figure: Figure, step: Step, state: _State, scope: Scope, waiting: list[_State]) -> None:
    with suppress(SolvingError):  # where the other value is not real
        waiting.append(state.beside([(step, _worked(figure, step, scope))]))


def _worked(figure: Figure, step: Step, scope: Scope) -> Quantity:
    try:
        return evaluate(parse(step.formula), scope)
    except ExpressionError:
        raise SolvingError(
            "impossible",
            f"no {figure.title.lower()} has these measurements: its {figure.title_of(step.quantity)} would not be real",
        ) from None


def _check_signs(figure: Figure, given: Mapping[str, Quantity]) -> None:
    for name, quantity in given.items():
        measure = figure.measure(name)
        if measure is not None and not measure.signed and quantity.value.sign() <= 0:
            raise SolvingError("not-positive", f"{measure.title} must be more than 0", name)
        if measure is not None and measure.kind == "count":
            _check_count(measure, quantity)


def _check_count(measure: Measure, quantity: Quantity) -> None:
    count = quantity.value.rational
    if count is None or count.denominator != 1 or not FEWEST_EDGES <= count <= measure.most:
        says = f"{measure.title} must be a whole number from {FEWEST_EDGES} to {measure.most}"
        raise SolvingError("out-of-range", says, measure.name)


def _whole(count: Quantity) -> Quantity:
    """A count as the whole number that it must be, where its digits say so."""
    near = round(float(count.value))
    whole = count.value.rational is None and isclose(float(count.value), near, rel_tol=1e-12)
    return Quantity(Real.of(near)) if whole else count


def _check_found(figure: Figure, values: dict[str, Quantity], steps: list[Step]) -> None:
    for step in steps:
        measure = figure.measure(step.quantity)
        if measure is None:
            continue
        if measure.kind == "count":
            values[step.quantity] = _whole(values[step.quantity])
            _check_count(measure, values[step.quantity])
        value = values[step.quantity].value
        unreal = value.exact is None and not isfinite(float(value))
        if unreal or (not measure.signed and value.sign() <= 0):
            raise SolvingError(
                "impossible",
                f"no {figure.title.lower()} has these measurements: its {measure.title} would not be more than 0",
            )


def _check_constraints(figure: Figure, values: Mapping[str, Quantity], new: set[str], scope: Scope) -> None:
    """Whether the constraints that name something new hold."""
    floats: Floats = {"pi": float(scope.pi)}
    for constraint in figure.constraints:
        names = inputs(constraint.expression)
        if not names <= values.keys() or names.isdisjoint(new):
            continue
        floats |= {name: float(values[name].value) for name in names if name not in floats}
        if in_floats(constraint.expression, floats) > noise_in(constraint.expression, floats):
            continue
        if evaluate(parse(constraint.expression), scope).value.sign() <= 0:
            raise SolvingError("out-of-range", constraint.says, constraint.at)


def _check_agreement(
    figure: Figure,
    given: Mapping[str, Quantity],
    state: _State,
    pi: Real,
    show: Callable[[Quantity], str],
) -> None:
    """Whether every relation between what is known holds. Givens of which none follows from the others can't clash."""
    if not may_clash(figure, frozenset(given), state.steps):
        return
    values, steps, scope = state.values, state.steps, state.scope(pi)
    proven = not any(step.equations for step in steps)
    for relation in unused(figure, steps):
        quantity, formula = next(iter(relation.forms.items()))
        if quantity not in values or not inputs(formula) <= values.keys():
            continue
        try:
            again = evaluate(parse(formula), scope)
        except ExpressionError:
            continue  # this form says nothing here, such as a difference of equal sides below the line
        if _agree(again.value, values[quantity].value, proven) or _is_second(
            relation, quantity, values, scope
        ):
            continue
        direct = {quantity, *inputs(formula)} <= given.keys()
        pasted = agree_as_typed(quantity, again.value, values[quantity].value, given, direct)
        if pasted is not None:
            off = again.plus(values[quantity], -1)
            if pasted == quantity or pasted not in state.remarks:
                state.remarks[pasted] = (
                    f"the {figure.title_of(pasted)} agrees with the rest in every digit typed; the difference is "
                    f"{show(Quantity(abs(off.value), off.kind))}"
                )
            continue
        chosen = [step.quantity for step in steps if step.source == USUAL_CHOICE]
        if chosen and quantity in given:
            raise SolvingError(
                "too-little",
                f"give the {chosen[0]} as well: with the usual one, {figure.defaults[chosen[0]].formula}, "
                f"the {quantity} would be {show(again)}, not {show(values[quantity])}",
                quantity,
            )
        raise SolvingError(
            "contradiction",
            f"the measurements contradict one another: {quantity} = {formula} would be "
            f"{show(again)}, not {show(values[quantity])}",
        )


def _is_second(relation: Relation, quantity: str, values: Mapping[str, Quantity], scope: Scope) -> bool:
    """Whether a quantity has the relation's other value."""
    if quantity not in relation.second:
        return False
    try:
        other = evaluate(parse(relation.second[quantity]), scope).value
        return _agree(other, values[quantity].value, False)
    except ExpressionError:
        return False
