"""Surface plans: the stack of coats, its rules, amounts and waits."""
