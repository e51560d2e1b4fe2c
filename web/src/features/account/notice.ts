import type { Schemas } from '~/shared/http/client';

/** By whom and from where something was done to an account, as far as it is known. */
export function fromWhere(own: Schemas['NoticeModel']): string {
  return `${own.by && `, by ${own.by}`}${own.address && `, from ${own.address}`}`;
}
