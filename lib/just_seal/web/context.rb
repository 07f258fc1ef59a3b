# frozen_string_literal: true

module JustSeal
  module Web
    # What pages and components may know of the request: +viewer+ (Store::Account or nil), +office+, +now+, a callable
    # that makes the CSRF token of a path, the KioskSession::Loan of a device that is in a party's hands, or nil, and
    # the +path+ that was asked for.
    Context = Struct.new(:viewer, :office, :now, :token, :lent, :path, keyword_init: true) do
      def may?(act) = !viewer.nil? && Core::Rights.may?(viewer.role, act)
      def token_for(path) = token.call(path)
    end
  end
end
