"""Expectation maximisation by scikit-learn, which is independent of ours. Reads from standard input points, the means to
begin with, the variance to begin with, the floor and the rounds; prints the mixture and its mean log likelihood."""
import json
import sys
import warnings
import numpy as np
from sklearn.mixture import GaussianMixture

warnings.simplefilter("ignore")  # it is stopped after so many rounds on purpose
given = json.load(sys.stdin)
points, means = np.array(given["points"]), np.array(given["means"])
k = len(means)
mixture = GaussianMixture(
    n_components=k, covariance_type="full", reg_covar=given["floor"], max_iter=given["rounds"], tol=0.0,
    means_init=means, weights_init=np.full(k, 1 / k), precisions_init=np.array([np.eye(3) / given["variance"]] * k),
).fit(points)
print(json.dumps({"means": mixture.means_.tolist(), "shares": mixture.weights_.tolist(), "covariances": mixture.covariances_.tolist(), "logLikelihood": float(mixture.score(points))}))
