# frozen_string_literal: true

module JustSeal
  module Operations
    # The docket template that somebody changes, locked until the transaction ends.
    class TemplateLock < Operation
      # +version+: the newest one that the editor began from, nil where that does not matter; +own+: is it for its owner
      # and administrators only? Raises Errors::Missing, Errors::Forbidden for somebody else's, Errors::Conflict when
      # somebody saved meanwhile.
      def call(actor, code, version = nil, own: false)
        row = Store::DocketTemplate.live.where(code: code).for_update.first or
          raise Errors::Missing.new(:no_template, code: code)
        raise Errors::Forbidden.new(:template_of_other, code: code, name: row.owner.name) unless may?(actor, row, own)
        raise Errors::Conflict.new(:changed_meanwhile, name: code) if version && row.version != version

        row
      end

      private

      def may?(actor, row, own)
        return true if actor.may?(:manage_any_docket) || row.owner_id == actor.id

        !own && row.edited_by?(Store::Account[actor.id])
      end
    end
  end
end
