/** A pure answer worked out once for each request, where a render asks again: what a worker would do in the background. */
export function oncePer<Request, Answer>(answer: (request: Request) => Answer): (request: Request) => Answer {
  const known = new Map<string, Answer>();
  return (request) => {
    const key = JSON.stringify(request);
    if (!known.has(key)) known.set(key, answer(request));
    return known.get(key)!;
  };
}
