from __future__ import annotations

import numpy as np
import pytest
from scipy import stats

from jarana.core.learn.densities import chance_of_at_most, log_normal_density, normal_density


def test_densities_are_those_of_the_normal_law() -> None:
    x = np.linspace(-4.0, 4.0, 9)
    assert normal_density(x, 0.3, 1.7) == pytest.approx(stats.norm.pdf(x, 0.3, 1.7))
    assert log_normal_density(x, 0.3, 1.7) == pytest.approx(stats.norm.logpdf(x, 0.3, 1.7))


@pytest.mark.parametrize("most", [-1, 0, 3, 7])
def test_a_chance_of_at_most_is_the_binomial_one_and_none_below_nothing(most: int) -> None:
    chances = np.array([0.0, 0.2, 0.9, 1.0])
    assert chance_of_at_most(most, 7, chances) == pytest.approx(stats.binom.cdf(most, 7, chances))
