"""The kilns of a studio: begun with two fields, everything else when it is wanted."""
