"""Road logs: what the bar did on this vehicle, with an interval."""
