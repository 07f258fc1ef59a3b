# frozen_string_literal: true

module JustSeal
  module Web
    # The two default parties that forms of classes and case files ask for: somebody outside first, then a member of
    # staff.
    module DefaultParties
      module_function

      # Core::Filing::Parties out of a form: "outside" is "particular:NAME", a line that means a contact, or empty;
      # "staff" is an account's id or empty.
      def read(given)
        given = {} unless given.is_a?(Hash)
        [outside(given["outside"].to_s, given["contact"].to_s.strip), staff(given["staff"].to_s)].compact
      end

      def outside(choice, line)
        if choice.start_with?("particular:")
          return {
            "turn" => 1,
            "act" => "sign",
            "source" => "particular",
            "ref" => choice.delete_prefix("particular:")
          }
        end
        return unless choice == "contact"

        { "turn" => 1, "act" => "sign", "source" => "contact", "ref" => Queries::ContactList.meant(line)&.fetch("id") }
      end

      def staff(id) = id.empty? ? nil : { "turn" => 2, "act" => "sign", "source" => "staff", "ref" => id.to_i }

      # The form's values for +parties+: {"outside" =>, "contact" => line, "staff" =>}.
      def typed(parties)
        first = parties.find { |party| party["source"] != "staff" }
        contact = first && first["source"] == "contact" ? Queries::Lookup.contact(first["ref"]) : nil
        {
          "outside" => first && (first["source"] == "particular" ? "particular:#{first["ref"]}" : "contact"),
          "contact" => contact && Core::Filing::Particulars.text(contact.card),
          "staff" => parties.find { |party| party["source"] == "staff" }&.fetch("ref").to_s
        }
      end
    end
  end
end
