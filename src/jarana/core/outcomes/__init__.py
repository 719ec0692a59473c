"""What will probably happen to a rig: what its members did, as shares and spreads."""
