"""What a firing did: witness cones, and pieces that broke, stuck, bloated or were lost."""
