# frozen_string_literal: true

require "nokogiri"
require "rack/test"

# The web application without a browser: pages, forms, and who is signed in.
module Pages
  include Rack::Test::Methods

  def app = @app ||= JustSeal::Web::Application.build(office.settings)
  def header_host = { "HTTP_HOST" => "localhost" }
  def page = Nokogiri::HTML(last_response.body)
  def text = page.at("main").text.gsub(/\s+/, " ")

  # Its status.
  def open_page(path) = get(path, {}, header_host).status

  # Sends the form of this page whose action is +action+, with its token.
  def send_form(action, **fields)
    token = page.at("form[action='#{action}'] input[name=_csrf]")["value"]
    post(action, { "_csrf" => token }.merge(fields.transform_keys(&:to_s)), header_host)
  end

  # Comes in by the button behind +link+, a path; returns the path of the room.
  def enter_by(link)
    open_page(link)
    send_form("#{link}/enter")
    last_response["location"][%r{/visit/[^/]+\z}]
  end

  def sign_in(name)
    clear_cookies
    open_page("/login")
    send_form("/login", login: "#{name}@ravensholm.example", password: TestOffice::PASSWORD)
  end
end
