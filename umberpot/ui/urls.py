"""The style guide."""

from django.urls import path

from umberpot.ui import style_guide

app_name = "ui"
urlpatterns = [
    path("styleguide/", style_guide.style_guide, name="style-guide"),
]
