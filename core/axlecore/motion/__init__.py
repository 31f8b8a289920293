"""Roll in time: rocking, gusts, manoeuvres, and the yard roll test."""
