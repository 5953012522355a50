"""The guided filter as its paper writes it, by NumPy: He, Sun and Tang (2013), equations 5, 6 and 8, edges repeated.

Reads guide, matte (rows of numbers), radius and epsilon from standard input; prints the means of a and b and the filtered matte.
"""
import json
import sys
import numpy as np


def mean(of, radius):
    side = 2 * radius + 1
    wide = np.pad(of, radius, mode="edge")
    sums = np.cumsum(np.cumsum(np.pad(wide, ((1, 0), (1, 0))), axis=0), axis=1)
    return (sums[side:, side:] - sums[:-side, side:] - sums[side:, :-side] + sums[:-side, :-side]) / side**2


given = json.load(sys.stdin)
guide, matte, radius = np.array(given["guide"]), np.array(given["matte"]), given["radius"]
mean_guide, mean_matte = mean(guide, radius), mean(matte, radius)
variance = mean(guide * guide, radius) - mean_guide**2
a = (mean(guide * matte, radius) - mean_guide * mean_matte) / (variance + given["epsilon"])
b = mean_matte - a * mean_guide
a, b = mean(a, radius), mean(b, radius)
print(json.dumps({"a": a.tolist(), "b": b.tolist(), "q": (a * guide + b).tolist()}))
