"""Ridge regression by NumPy's solver. Reads rows, counts, targets and lambda from standard input; prints the weights."""
import json
import sys
import numpy as np

given = json.load(sys.stdin)
x, c, y = np.array(given["rows"]), np.array(given["counts"]), np.array(given["targets"])
print(json.dumps(np.linalg.solve((x * c[:, None]).T @ x + given["lambda"] * np.eye(x.shape[1]), (x * c[:, None]).T @ y).tolist()))
