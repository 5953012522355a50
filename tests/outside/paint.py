"""Recolouring as paint, by NumPy's least squares: {"of": [[body, target, light], ...]} in linear RGB of the scene.

Each row of the answer is the matrix that takes a colour to what it is under other paint, row by row."""
import json
import sys

import numpy as np

asked = json.load(sys.stdin)
answer = []
for body, target, light in (np.asarray(three, float) for three in asked['of']):
    weight = np.sqrt(body / body.sum())
    # Shading and gloss of the three colours that are 1 in one channel, and what neither explains.
    model = np.stack([np.ones(3), light / body], 1)
    relative = np.diag(1 / body)
    found = np.linalg.lstsq(model * weight[:, None], relative * weight[:, None], rcond=None)[0]
    rest = relative - model @ found
    kept = np.minimum(target, body)
    answer.append((np.outer(target, found[0]) + np.outer(light, found[1]) + kept[:, None] * rest).ravel().tolist())
print(json.dumps(answer))
