"""Who is in the studio; inviting, joining, changing roles, leaving."""

from django.contrib import messages
from django.contrib.auth import login
from django.contrib.auth.decorators import login_not_required
from django.db import IntegrityError
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.urls import reverse
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from umberpot.places import STUDIO
from umberpot.studio.addresses import outside
from umberpot.studio.forms import FirstRunForm, FoundForm
from umberpot.studio.models import Invitation, Membership
from umberpot.studio.people import sentences, services
from umberpot.studio.people.forms import InvitationForm, InviteForm, RoleForm
from umberpot.studio.request import StudioRequest, posted
from umberpot.studio.role_list import Role
from umberpot.studio.roles import for_owners, readers_send, without_studio
from umberpot.studio.services import found_studio, owns_installation
from umberpot.ui.errors import IMPORTING, not_saved

_FRESH_LINK = "fresh_invitation"
BACKEND = "django.contrib.auth.backends.ModelBackend"


def _page(request: StudioRequest, form: InviteForm) -> HttpResponse:
    now = timezone.now()
    owner = request.membership.decides
    every = Invitation.objects.of(request.studio).select_related("used_by", "made_by")
    invitations = [(one, sentences.state(one, now)) for one in every] if owner else []
    members = Membership.objects.filter(studio=request.studio).select_related("user")
    shown = {
        "place": STUDIO,
        "members": members,
        "invitations": invitations,
        "form": form,
        "owner": owner,
    }
    shown |= {
        "now": now,
        "roles": Role.choices,
        "summary": sentences.ROLES_IN_WORDS,
        "may_found": owns_installation(request.membership),
    }
    shown["link"] = request.session.pop(_FRESH_LINK, "") if owner else ""
    status = 400 if form.errors else 200
    return render(request, "studio/people/people.html", shown, status=status)


@never_cache
@require_GET
def people(request: StudioRequest) -> HttpResponse:
    """Everyone in the studio; for an owner, the invitations too."""
    return _page(request, InviteForm())


@for_owners
@require_POST
def invite(request: StudioRequest) -> HttpResponse:
    """Makes an invitation; its link is shown once, on the page this leads to."""
    form = InviteForm(request.POST)
    if not form.is_valid():
        return _page(request, form)
    told = form.cleaned_data
    _, token = services.invite(
        request.studio, request.user, told["meant_for"], Role(told["role"]), told["days"]
    )
    address = reverse("studio:join", args=[token])
    request.session[_FRESH_LINK] = outside(request.studio, request, address)
    return redirect("studio:people")


@for_owners
@require_POST
def withdraw(request: StudioRequest, pk: int) -> HttpResponse:
    """Closes an invitation."""
    invitation = get_object_or_404(Invitation.objects.of(request.studio), pk=pk)
    try:
        services.withdraw(invitation)
    except services.Refused as refused:
        messages.error(request, str(refused))
    else:
        messages.success(request, "Invitation withdrawn.")
    return redirect("studio:people")


def _member(request: StudioRequest, pk: int) -> Membership:
    return get_object_or_404(
        Membership.objects.filter(studio=request.studio).select_related("user", "studio"), pk=pk
    )


@for_owners
@require_POST
def change_role(request: StudioRequest, pk: int) -> HttpResponse:
    """Gives a member another role."""
    member = _member(request, pk)
    form = RoleForm(request.POST)
    if not form.is_valid():
        messages.error(request, "Choose one of the three roles.")
        return redirect("studio:people")
    try:
        services.change_role(member, Role(form.cleaned_data["role"]))
    except services.Refused as refused:
        messages.error(request, str(refused))
    else:
        messages.success(request, sentences.role_changed(member))
    return redirect("studio:people")


@for_owners
@require_POST
def remove(request: StudioRequest, pk: int) -> HttpResponse:
    """Ends somebody's membership."""
    return _end(request, _member(request, pk))


@readers_send
@require_http_methods(["GET", "POST"])
def leave(request: StudioRequest) -> HttpResponse:
    """Ends one's own membership, once it was asked whether it should."""
    if request.method == "POST":
        return _end(request, _member(request, request.membership.pk))
    return render(request, "studio/people/leave.html")


def no_studio_page(request: HttpRequest, form: FoundForm | None = None) -> HttpResponse:
    """What somebody meets who is signed in and in no studio, wherever they go."""
    shown = {"form": form or FoundForm()}
    status = 400 if form and form.errors else 403
    return render(request, "studio/people/no_studio.html", shown, status=status)


def importing_page(request: HttpRequest) -> HttpResponse:
    """What members of a studio meet while an archive is on its way into it."""
    if request.method == "POST":
        return not_saved(request, IMPORTING)
    again = {"again": request.get_full_path()}
    response = render(request, "studio/people/importing.html", again, status=IMPORTING.status)
    response["Retry-After"] = str(IMPORTING.retry_after_s)
    return response


@without_studio
@require_http_methods(["GET", "POST"])
def found(request: StudioRequest) -> HttpResponse:
    """One more studio: its own for who is in none; with an account for it, by who runs this all."""
    if not request.membership:
        return _found_own(request)
    if not owns_installation(request.membership):
        if request.method == "POST":
            return redirect("bench:bench")  # A second click: the first has founded it.
        raise Http404
    form = FirstRunForm(posted(request))
    if form.is_valid():
        owner = form.save(commit=False)
        studio = found_studio(form.cleaned_data["studio_name"], owner)
        messages.success(request, sentences.founded(studio, owner))
        return redirect("studio:people")
    status = 400 if form.errors else 200
    return render(request, "studio/people/found.html", {"form": form}, status=status)


def _found_own(request: StudioRequest) -> HttpResponse:
    form = FoundForm(posted(request))
    if not form.is_valid():
        return no_studio_page(request, form if form.is_bound else None)
    try:
        studio = found_studio(form.cleaned_data["studio_name"], request.user)
    except IntegrityError:
        return redirect("bench:bench")  # Another window was quicker.
    messages.success(request, sentences.ready(studio))
    return redirect("bench:bench")


def _end(request: StudioRequest, member: Membership) -> HttpResponse:
    try:
        services.leave(member, request.user)
    except services.Refused as refused:
        messages.error(request, str(refused))
    else:
        messages.success(request, sentences.left(str(member.user)))
    mine = member.user == request.user
    return redirect("bench:bench" if mine else "studio:people")


@login_not_required
@without_studio
@readers_send
@never_cache
@require_http_methods(["GET", "POST"])
def join(request: HttpRequest, token: str) -> HttpResponse:
    """Where an invitation's link leads: an account is made, or the one signed in with joins."""
    invitation = services.invitation_behind(token)
    if invitation is None:
        raise Http404
    person = request.user
    closed = sentences.why_closed(invitation, timezone.now())
    if not closed and person.is_authenticated and Membership.objects.filter(user=person).exists():
        closed = sentences.ALREADY_IN_A_STUDIO
    shown = {"invitation": invitation, "closed": closed}
    if closed:
        return render(request, "studio/people/join.html", shown, status=410)
    form = InvitationForm(posted(request), studio=invitation.studio)
    ready = request.method == "POST" if person.is_authenticated else form.is_valid()
    if ready:
        joining = person if person.is_authenticated else form.save(commit=False)
        try:
            member = services.join(invitation, joining)
        except services.Refused as refused:
            shown["closed"] = str(refused)
            return render(request, "studio/people/join.html", shown, status=410)
        login(request, member.user, backend=BACKEND)
        messages.success(request, sentences.welcome(member))
        return redirect("bench:bench")
    status = 400 if form.errors else 200
    return render(request, "studio/people/join.html", {**shown, "form": form}, status=status)
