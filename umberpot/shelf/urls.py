"""Materials, field sheets, claims, photographs, containers and labels."""

from django.urls import path

from umberpot.shelf import views
from umberpot.shelf.claims import views as claims
from umberpot.shelf.field_sheets import views as field_sheets
from umberpot.shelf.labels import views as labels
from umberpot.shelf.photos import views as photos

app_name = "shelf"
urlpatterns = [
    path("", views.shelf, name="shelf"),
    path("new/", views.add, name="add"),
    path("<int:pk>/", views.edit, name="material"),
    path("<int:pk>/count/", views.count, name="count"),
    path("<int:pk>/retire/", views.retire, name="retire"),
    path("<int:pk>/restore/", views.restore, name="restore"),
    path("containers/", views.add_container, name="add-container"),
    path("containers/<int:pk>/remove/", views.remove_container, name="remove-container"),
    path("dug/new/", field_sheets.new, name="new-dug-clay"),
    path("<int:pk>/field-sheet/", field_sheets.field_sheet, name="field-sheet"),
    path("<int:pk>/label/", claims.claim, name="claim"),
    path("<int:pk>/photos/", photos.add, name="add-photo"),
    path("photos/<int:pk>/", photos.photo, name="photo"),
    path("photos/<int:pk>/remove/", photos.remove, name="remove-photo"),
    path("labels/", labels.labels, name="labels"),
]
