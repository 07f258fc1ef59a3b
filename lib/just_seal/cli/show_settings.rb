# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal settings`
    module ShowSettings
      SECRET = %i[
        master_key
        session_secret
        database_url
        owner_database_url
        smtp_url
        time_stamp_url
        text_key
        registry_secret
        token_pin
      ].freeze

      module_function

      def call(_arguments)
        values = Settings.new.to_h
        Settings::TABLE.each do |name, (variable, _, meaning)|
          value = SECRET.include?(name) && values[name] ? "(set)" : values[name]
          puts "#{variable}
    #{meaning}
    now: #{value || "(not set)"}"
        end
        0
      end
    end
  end
end
