# frozen_string_literal: true

module JustSeal
  module Store
    # A repository of others that is connected by CMIS.
    class Repository < Sequel::Model(:repositories)
      many_to_one :account, class: "JustSeal::Store::Account"
      many_to_one :record_class, class: "JustSeal::Store::RecordClass"
      many_to_one :case_file, class: "JustSeal::Store::CaseFile"
      dataset_module { where(:live, ended_at: nil) }

      # The address of document +id+ for people, nil where none is known.
      def link_to(id) = link.empty? ? nil : link.gsub("{{id}}", URI.encode_www_form_component(id))
    end
  end
end
