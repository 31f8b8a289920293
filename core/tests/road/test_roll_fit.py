import unittest

from scipy.stats import chi2

from axlecore.road.roll_fit import CHI2_95_1DOF


class BoundTests(unittest.TestCase):
    def test_a_profile_ends_where_the_likelihood_ratio_of_one_parameter_does(self):
        """Wilks: twice the log ratio of one parameter is χ² with one degree of freedom."""
        self.assertAlmostEqual(CHI2_95_1DOF, chi2.ppf(0.95, df=1), places=2)
