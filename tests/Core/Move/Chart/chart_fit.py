"""Reads balanced patches and what they should be, and prints the least sum of squared differences that SciPy finds.

CIEDE2000 after Sharma, Wu & Dalal (2005); sRGB and its matrix to XYZ under D65, and Bradford's to D50, after CSS Color 4.
"""
import json
import os
import sys

# Several threads only get into each other's way on matrices this small.
os.environ["OPENBLAS_NUM_THREADS"] = "1"

import numpy as np
from scipy.optimize import least_squares

given = json.load(sys.stdin)
rgb, lab = np.array(given["rgb"]), np.array(given["lab"])
TO_XYZ = np.array([[506752 / 1228815, 87881 / 245763, 12673 / 70218], [87098 / 409605, 175762 / 245763, 12673 / 175545], [7918 / 409605, 87881 / 737289, 1001167 / 1053270]])
TO_D50 = np.array([[1.0479297925449969, 0.022946870601609652, -0.05019226628920524], [0.02962780877005599, 0.9904344267538799, -0.017073799063418826], [-0.009243040646204504, 0.015055191490298152, 0.7518742814281371]])
WHITE = np.array([0.3457 / 0.3585, 1.0, (1.0 - 0.3457 - 0.3585) / 0.3585])


def to_lab(linear):
    xyz = linear @ TO_XYZ.T @ TO_D50.T / WHITE
    e, k = 216 / 24389, 24389 / 27
    f = np.where(xyz > e, np.cbrt(xyz), (k * xyz + 16) / 116)
    return np.stack([116 * f[:, 1] - 16, 500 * (f[:, 0] - f[:, 1]), 200 * (f[:, 1] - f[:, 2])], 1)


def delta_e(one, other):
    c = (np.hypot(one[:, 1], one[:, 2]) + np.hypot(other[:, 1], other[:, 2])) / 2
    g = 0.5 * (1 - np.sqrt(c**7 / (c**7 + 25.0**7)))
    a1, a2 = one[:, 1] * (1 + g), other[:, 1] * (1 + g)
    c1, c2 = np.hypot(a1, one[:, 2]), np.hypot(a2, other[:, 2])
    h1, h2 = np.degrees(np.arctan2(one[:, 2], a1)) % 360, np.degrees(np.arctan2(other[:, 2], a2)) % 360
    dh = (h2 - h1 + 180) % 360 - 180
    big_dh = 2 * np.sqrt(c1 * c2) * np.sin(np.radians(dh / 2))
    mean_l, mean_c = (one[:, 0] + other[:, 0]) / 2, (c1 + c2) / 2
    mean_h = np.where(abs(h1 - h2) > 180, (h1 + h2 + 360) / 2, (h1 + h2) / 2) % 360
    t = 1 - 0.17 * np.cos(np.radians(mean_h - 30)) + 0.24 * np.cos(np.radians(2 * mean_h)) + 0.32 * np.cos(np.radians(3 * mean_h + 6)) - 0.2 * np.cos(np.radians(4 * mean_h - 63))
    sl = 1 + 0.015 * (mean_l - 50) ** 2 / np.sqrt(20 + (mean_l - 50) ** 2)
    sc, sh = 1 + 0.045 * mean_c, 1 + 0.015 * mean_c * t
    rt = -2 * np.sqrt(mean_c**7 / (mean_c**7 + 25.0**7)) * np.sin(np.radians(60 * np.exp(-(((mean_h - 275) / 25) ** 2))))
    l, ch, hh = (other[:, 0] - one[:, 0]) / sl, (c2 - c1) / sc, big_dh / sh
    return np.sqrt(np.maximum(0, l**2 + ch**2 + hh**2 + rt * ch * hh))


def terms(colours):
    r, g, b = colours.T
    roots = [np.sqrt(np.maximum(0, r * g)), np.sqrt(np.maximum(0, g * b)), np.sqrt(np.maximum(0, r * b))] if given["roots"] else []
    return np.stack([r, g, b, *roots], 1)


all_terms = terms(rgb)
n = all_terms.shape[1]


def whole(free):
    out = np.zeros((3, n))
    for channel, part in enumerate(free.reshape(3, n - 1)):
        out[channel, [i for i in range(n) if i != channel]] = part
        out[channel, channel] = 1 - part.sum()
    return out


def residuals(free):
    return delta_e(to_lab(all_terms @ whole(free).T), lab)


best = least_squares(residuals, np.zeros(3 * (n - 1)), method="trf", xtol=1e-9, ftol=1e-9, max_nfev=100)
print(2 * best.cost)
