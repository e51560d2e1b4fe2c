UPDATE sign_in SET seen_at = UTC_TIMESTAMP(3) WHERE seen_at IS NULL
