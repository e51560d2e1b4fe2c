UPDATE person SET sign_in_name = LOWER(sign_in_name)
