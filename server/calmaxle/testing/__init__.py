"""How tests are run: databases they are copied from, workers, logs, the closing lines."""
