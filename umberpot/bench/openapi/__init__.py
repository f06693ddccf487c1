"""What describes the calculators to programs: ``/openapi.json``."""
