# frozen_string_literal: true

# A browser that brings an answer from a provider of SAML brings no session of ours with it, for it comes from
# elsewhere: the answer waits for a moment until the same browser comes again with its session.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE sign_on_answers (
        token_sha256 text PRIMARY KEY,
        answer text NOT NULL,
        made_at timestamptz NOT NULL
      );
      CREATE INDEX sign_on_answers_by_age ON sign_on_answers (made_at);
    SQL
  end
end
