# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal settings`
    module ShowSettings
      SECRET = %i[
        master_key
        former_master_key
        session_secret
        database_url
        owner_database_url
        smtp_url
        time_stamp_url
        text_key
        registry_secret
        sign_on_secret
        scim_key
        bounces_url
        blobs_url
        token_pin
        metrics_key
      ].freeze

      module_function

      def call(_arguments)
        values = Settings.new.to_h
        Settings::TABLE.each do |name, (variable, _)|
          value = Cli.say("settings.now", value: shown(name, values[name]))
          puts variable, "    #{I18n.t("settings.#{name}")}", "    #{value}"
        end
        0
      end

      def shown(name, value)
        return Cli.say("settings.not_set") unless value

        SECRET.include?(name) ? Cli.say("settings.set") : value
      end
    end
  end
end
