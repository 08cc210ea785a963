/** Pure answer computed once per request, for renders that request again, in place of a worker. */
export function oncePer<Request, Answer>(answer: (request: Request) => Answer): (request: Request) => Answer {
  const known = new Map<string, Answer>();
  return (request) => {
    const key = JSON.stringify(request);
    if (!known.has(key)) known.set(key, answer(request));
    return known.get(key)!;
  };
}
