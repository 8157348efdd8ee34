"""`/enter/TOKEN`: the one-time link that `run` prints. A cookie after that; a used or an old one leads to the sign-in page, which says what to do."""

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseRedirect
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_GET

from wobbly_fin.accounts.one_time import take_token
from wobbly_fin.accounts.visitor import forget_signed_out, is_loopback, sign_in_visitor


@never_cache
@require_GET
def enter(request: HttpRequest, token: str) -> HttpResponse:
    """Sign the one person of this machine in, where the link is good."""
    if not settings.LOCAL_BY_LINK or not is_loopback(request):
        raise Http404
    response = HttpResponseRedirect("/")
    response["Referrer-Policy"] = "no-referrer"
    if not request.user.is_authenticated and take_token(token):
        sign_in_visitor(request)
        forget_signed_out(response)
    return response
