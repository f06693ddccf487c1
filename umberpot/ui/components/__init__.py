"""The named pieces that pages are put together from; their markup is in templates/ui/components."""
