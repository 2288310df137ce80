/** The library's answer to a sign-in, cut down to its cookies. */
export function signedIn(response: Response): Response {
  const headers = new Headers();
  for (const cookie of response.headers.getSetCookie()) headers.append("set-cookie", cookie);
  headers.set("content-type", "application/json");
  return new Response(JSON.stringify({ ok: true }), { headers });
}
