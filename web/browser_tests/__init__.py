"""The real interface against the real server and database, as a fitter would use it."""
