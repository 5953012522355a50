"""Paint as one matrix, by NumPy's inverse. Reads bodies, targets and lights from standard input; prints a matrix each, row by row."""
import json
import sys
import numpy as np

given = json.load(sys.stdin)
matrices = []
for body, target, light in given["of"]:
    b, t, s = np.array(body), np.array(target), np.array(light)
    n = np.cross(b, s)
    n /= np.linalg.norm(n)
    matrices.append((np.stack([t, s, given["rest"] * n], 1) @ np.linalg.inv(np.stack([b, s, n], 1))).ravel().tolist())
print(json.dumps(matrices))
