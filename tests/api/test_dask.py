"""A run of a series that goes to a cluster: a scheduler and two workers on loopback."""

from __future__ import annotations

import tempfile
import unittest
from pathlib import Path

from grike.api.planning.dask_solver import DaskSolver
from grike.api.planning.runner import Runner
from tests.api.base import WithApplication
from tests.cluster.test_dask import Cluster


class OnACluster(WithApplication):
    solver: DaskSolver

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        cluster = Cluster(Path(folder.name))
        cls.addClassCleanup(cluster.stop)
        cls.solver = DaskSolver(cluster.address, cluster.keys)
        cls.addClassCleanup(cls.solver.close)

    def test_through_the_application(self) -> None:
        """With a scheduler named, a run of a series goes to the cluster and ends on the board."""
        series_id = self.a_series()
        self.sign_in()
        own = self.app.state.runner
        self.app.state.runner = Runner(self.app.state.grike, self.solver)
        try:
            body = {"version": self.board(series_id)["version"], "seed": 9}
            run = self.post(f"/api/series/{series_id}/runs", body).json()["id"]
            with self.client.stream("GET", f"/api/runs/{run}/events") as stream:
                text = "\n".join(stream.iter_lines())
        finally:
            self.app.state.runner = own
        self.assertIn('"state":"done"', text.replace(" ", ""))
        self.assertEqual(len(self.board(series_id)["classes"]), 3)


if __name__ == "__main__":
    unittest.main()
