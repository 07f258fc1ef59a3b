# frozen_string_literal: true

require "json"
require "securerandom"

module JustSeal
  module Launch
    # The demo's own secrets, made at first start in one file with mode 0600. A real installation sets them in its
    # environment.
    class Secrets
      SIZES = {
        master_key: 32,
        session_secret: 64,
        owner_password: 16,
        application_password: 16,
        superuser_password: 16
      }.freeze

      def initialize(path)
        unless File.exist?(path)
          File.write(
            path,
            JSON.generate(
              SIZES.transform_values do |size|
                SecureRandom.hex(size)
              end
            ),
            perm: 0o600
          )
        end
        @values = JSON.parse(File.read(path), symbolize_names: true)
      end

      def [](name) = @values.fetch(name)
    end
  end
end
