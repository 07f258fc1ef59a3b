# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal status NUMBER`: of a docket or a record.
    module TellStatus
      extend ByToken

      module_function

      def options(_parser, _given); end

      def done(client, number, _given) = docket?(client, number) || client.get("/records/#{number}")
    end
  end
end
