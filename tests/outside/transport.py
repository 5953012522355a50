"""The linear Monge-Kantorovich map in closed form, by NumPy: T = A^-1/2 (A^1/2 B A^1/2)^1/2 A^-1/2.

Reads {"colours": [[L, a, b], ...], "mean": [3], "covariance": [[3], [3], [3]]} and prints the mapped colours.
"""
import json
import sys
import numpy as np


def root(matrix, power):
    values, vectors = np.linalg.eigh(matrix)
    return vectors @ np.diag(values ** power) @ vectors.T


given = json.load(sys.stdin)
colours = np.array(given['colours'])
a, b = np.cov(colours.T, bias=True), np.array(given['covariance'])
matrix = root(a, -.5) @ root(root(a, .5) @ b @ root(a, .5), .5) @ root(a, -.5)
json.dump((np.array(given['mean']) + (colours - colours.mean(0)) @ matrix.T).tolist(), sys.stdout)
