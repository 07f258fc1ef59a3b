# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps what the office says of itself. All processes know it at their next request or job.
    class KeepOffice < Operation
      CHAIN = "office"

      # +profile+: Core::Offices::Profile as typed; empty texts count as none; +seen+: mark of the profile that was
      # changed, nil for whatever is kept. Raises Errors::Invalid keyed by member, Errors::Conflict where somebody else
      # has changed it meanwhile.
      def call(actor, profile, seen: nil)
        allow!(actor, :keep_office)
        transaction do
          db[:office_choices].where(name: "name").for_update.all
          kept = Store::OfficeChoices.profile
          raise Errors::Conflict.new(:changed_meanwhile, name: kept.name) if seen && kept && kept.mark != seen

          keep(actor, profile)
        end
        office.refresh
      end

      # {member => Symbol or Problem} of a Core::Offices::Profile.
      def self.problems(profile)
        zones = Queries::Choices.zones
        Core::Offices::ProfileReview.call(profile, zones: zones, languages: Words::Languages::CODES)
      end

      # Runs in the transaction of what sets the office up.
      def keep(actor, profile)
        wanted = profile.stripped
        problems = self.class.problems(wanted)
        raise Errors::Invalid, problems if problems.any?

        before = (Store::OfficeChoices.profile || Core::Offices::Profile.new).to_h
        changes = wanted.to_h.reject { |name, value| before[name] == value }
        changes.each do |name, value|
          Store::OfficeChoices.set(name.to_s, value)
          tell(actor, name, before[name], value)
        end
      end

      private

      def tell(actor, name, before, after)
        facts = { "what" => name.to_s, "before" => before, "after" => after }.compact
        record_event_on(CHAIN, "office.changed", actor, facts)
      end
    end
  end
end
