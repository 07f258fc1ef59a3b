# frozen_string_literal: true

module JustSeal
  module Web
    # Routes of a part of a place, with the methods that they share: written as in a controller, which registers them.
    module RouteSet
      %i[get post patch].each { |verb| define_method(verb) { |path, &work| routes << [verb, path, work] } }

      def registered(controller)
        controller.helpers self
        routes.each { |verb, path, work| controller.public_send(verb, path, &work) }
      end

      private

      def routes = @routes ||= []
    end
  end
end
