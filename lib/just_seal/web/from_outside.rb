# frozen_string_literal: true

module JustSeal
  module Web
    # Requests that no page of ours sends, and that rest on no session: they show by a signature or a key of their own
    # who asks, so that tokens against forgery, and where they come from, do not matter.
    module FromOutside
      PATHS = %r{\A/(sign-on/(ended|assertion)\z|scim/|api/|cmis/)}
    end
  end
end
