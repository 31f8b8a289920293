"""The rules of the job: what a fitter is told, and why."""
