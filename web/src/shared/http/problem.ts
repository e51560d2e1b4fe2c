/** What the server said was wrong: problem details, or that it could not be reached (status 0). */
export class Problem extends Error {
  readonly status: number;
  readonly code: string;
  readonly detail: string;
  readonly fields: Record<string, string>;

  constructor(
    body: Partial<{ title: string; status: number; code: string; detail: string; fields: Record<string, string> }>,
  ) {
    super(body.title ?? 'Grike could not be reached.');
    this.status = body.status ?? 0;
    this.code = body.code ?? 'offline';
    this.detail = body.detail ?? '';
    this.fields = body.fields ?? {};
  }
}
