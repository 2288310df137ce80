/** The library's answer to a sign-in or sign-out, cut down to its cookies; the role says which screen comes first. */
export function signedIn(response: Response, role?: string): Response {
  const headers = new Headers();
  for (const cookie of response.headers.getSetCookie()) headers.append("set-cookie", cookie);
  headers.set("content-type", "application/json");
  return new Response(JSON.stringify({ ok: true, ...(role ? { role } : {}) }), { headers });
}
