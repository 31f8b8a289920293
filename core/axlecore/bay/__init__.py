"""The work under the vehicle: what is done, what it rests on, and every joint's torque."""
