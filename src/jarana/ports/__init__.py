"""The small protocols outside devices and services are spoken to with; simulated ones ship in `standins`."""
